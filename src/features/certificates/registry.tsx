import type { ComponentType } from 'react';
import type { PrintedModel } from '../../core/certificates/printed-model';
import { ReportBody, ReportOutcome } from './report-body';
import { CertificateBody, FormBody, WorksOutcome } from './works-body';

type Shown = Readonly<Record<'Outcome' | 'Body', ComponentType<{ model: PrintedModel }>>>;

/** How an issued document of each kind is shown: one line a kind. */
export const bodies: Readonly<Record<string, Shown>> = {
  EICR: { Outcome: ReportOutcome, Body: ReportBody },
  EIC: { Outcome: WorksOutcome, Body: CertificateBody },
  MWC: { Outcome: WorksOutcome, Body: FormBody },
};
