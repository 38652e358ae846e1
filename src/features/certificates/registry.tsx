import type { ComponentType } from 'react';
import type { PrintedModel } from '../../core/certificates/printed-model';
import type { Closing } from '../../core/certificates/remedies';
import { ReportBody, ReportOutcome } from './report-body';
import { CertificateBody, FormBody, WorksOutcome } from './works-body';

type Shown = {
  readonly Outcome: ComponentType<{ model: PrintedModel }>;
  readonly Body: ComponentType<{ model: PrintedModel; closed: ReadonlyMap<string, Closing> }>;
};

/** How an issued document of each kind is shown: one line a kind. */
export const bodies: Readonly<Record<string, Shown>> = {
  EICR: { Outcome: ReportOutcome, Body: ReportBody },
  EIC: { Outcome: WorksOutcome, Body: CertificateBody },
  MWC: { Outcome: WorksOutcome, Body: FormBody },
};
