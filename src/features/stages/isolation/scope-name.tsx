'use client';

import { useJob } from '../../../client/job-provider';
import type { Subject } from '../../../core/installation/slot';
import { nameOfScope } from '../../../core/work/isolation';

/** What an isolation is of. */
export const ScopeName = ({ scope }: { scope: Subject }) => nameOfScope(useJob().job, scope);
