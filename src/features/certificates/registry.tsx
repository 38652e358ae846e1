import type { ComponentType } from 'react';
import type { PrintedModel } from '../../core/certificates/printed-model';
import type { Closing } from '../../core/certificates/remedies';
import type { DocumentKind } from '../../core/certificates/documents';
import { DangerBody, DangerOutcome } from './danger-body';
import { ReportBody, ReportOutcome } from './report-body';
import { CertificateBody, FormBody, WorksOutcome } from './works-body';

type Shown = {
  readonly Outcome: ComponentType<{ model: PrintedModel }>;
  readonly Body: ComponentType<{ model: PrintedModel; closed: ReadonlyMap<string, Closing> }>;
};

/** How an issued document of each kind is shown: one line a kind. */
export const bodies: Readonly<Record<DocumentKind, Shown>> = {
  EICR: { Outcome: ReportOutcome, Body: ReportBody },
  EIC: { Outcome: WorksOutcome, Body: CertificateBody },
  MWC: { Outcome: WorksOutcome, Body: FormBody },
  DN: { Outcome: DangerOutcome, Body: DangerBody },
};

/** How a document is shown; undefined for a kind there is none of. */
export const bodyOf = (kind: string): Shown | undefined =>
  Object.hasOwn(bodies, kind) ? bodies[kind as DocumentKind] : undefined;
