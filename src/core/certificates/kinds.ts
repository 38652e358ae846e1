import { dangerNotice } from './danger-notice/definition';
import { eic } from './eic/definition';
import { eicr } from './eicr/definition';
import { mwc } from './mwc/definition';

/** The kinds of document there are, in the order lists show them: a folder beside this file and one line here. */
export const definitions = [eicr, eic, mwc, dangerNotice] as const;
