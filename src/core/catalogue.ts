import { documentDefinitions, documentNamed } from './certificates/documents';
import { packWorkedTo } from './edition/editions';
import type { EditionPack } from './edition/pack';
import { type FirmState, blankFirm } from './firm/firm';
import { type FirmLists, firmKind } from './firm/kind';
import { cardNotes } from './firm/kinds/card';
import { accuracyIsTold, calibrationIsMade, checkIsMade, lookIsMade } from './firm/kinds/check';
import { clientAdded, clientDescribed } from './firm/kinds/client';
import { priceIsSet } from './firm/kinds/price';
import { defaultsSet } from './firm/kinds/defaults';
import { moneyIsTold } from './firm/kinds/money';
import { missedIsNoted } from './firm/kinds/kit';
import { installationAdded, installationDescribed } from './firm/kinds/installation';
import { instrumentAdded, instrumentDescribed, instrumentRetired } from './firm/kinds/instrument';
import { editionTold, editionWithdrawn } from './firm/kinds/edition';
import { viewIsMade, viewIsWithdrawn } from './firm/kinds/saved-view';
import { reminderIsMade } from './firm/kinds/reminder';
import { firmDescribed } from './firm/kinds/particulars';
import { dayIsSet, visitBooked, visitCancelled, visitDescribed } from './firm/kinds/visit';
import { twoStepAsked, twoStepRemoved } from './firm/kinds/two-step';
import { accessEnded, invited, joined, personDescribed, withdrawn } from './firm/kinds/person';
import { jobAfterWork } from './job/before-work';
import type { DocumentList } from './job/document-definition';
import { type Job, blankJob, currentDocument, documentOf } from './job/job';
import { jobKind } from './job/kind';
import { bondIsFollowed } from './job/kinds/bond';
import { boardAdded, boardDescribed } from './job/kinds/board';
import { accessoryLooked } from './job/kinds/accessory';
import { tried } from './job/kinds/as-found';
import { deviceDescribed } from './job/kinds/device';
import { earlierBrought } from './job/kinds/earlier';
import { type BriefFields, briefAgreed } from './job/kinds/brief';
import { clientNamed } from './job/kinds/client';
import { overruled, recommended, summarised } from './job/kinds/condition';
import { covered } from './job/kinds/cover';
import { type JobDocument, begun, issued, signed, undoSignatures } from './job/kinds/document';
import { featureTold } from './job/kinds/feature';
import { told } from './job/kinds/hand';
import { installationSet } from './job/kinds/installation';
import { brought } from './job/kinds/instrument';
import { isolationBegins, isolationEnds, isolationReads } from './job/kinds/isolation';
import { marked } from './job/kinds/item';
import { leavingLooked } from './job/kinds/leaving';
import { overridden } from './job/kinds/limit';
import { limited } from './job/kinds/limitation';
import { discrepancyExplained } from './job/kinds/discrepancy';
import { met } from './job/kinds/duty';
import { linkClears, linkMakes } from './job/kinds/link';
import { noteIsMade, noteIsSettled } from './job/kinds/note';
import { noted, remedied } from './job/kinds/observation';
import { opened } from './job/kinds/opened';
import { acceptanceIsNoted, optionIsAccepted, optionsAreSet } from './job/kinds/options';
import { parkingSet } from './job/kinds/parking';
import { pairIsRead, partIsNamed } from './job/kinds/part';
import { pictured } from './job/kinds/picture';
import { walked } from './job/kinds/place';
import { pointAdded, pointDescribed, pointMoved } from './job/kinds/point';
import { answerIsNoted, questionIsAnswered, questionIsAsked } from './job/kinds/question';
import { taken } from './job/kinds/reading';
import { made } from './job/kinds/repair';
import { restored } from './job/kinds/restored';
import { siteDescribed } from './job/kinds/site';
import { snagClears, snagMade } from './job/kinds/snag';
import { supplyDescribed } from './job/kinds/supply';
import { switched } from './job/kinds/switched';
import { findingIsTold } from './job/kinds/told';
import { circuitIsTraced } from './job/kinds/traced';
import { workStarted, worksDescribed } from './job/kinds/works';
import { orderWays, wayAdded, wayDescribed, wayMoved } from './job/kinds/way';
import { testList } from './job/test-list';
import type { JobView } from './job/view';
import type { BodyOf, Kinds } from './ledger/kind';
import type { Drafted, Recorded } from './ledger/entry';
import { type DraftOf, streamOf } from './ledger/stream';
import { strikeBody } from './ledger/strike';
import { families } from './measurements/families';

/** The families of tests there are. */
export const tests = testList(families);

/** The edition as a job works to it: where the brief says when insulation is looked into, that stands in its place. */
function workedTo(pack: EditionPack, { investigateBelowMegohms: below }: BriefFields): EditionPack {
  if (!below) return pack;
  const investigateBelowMegohms = {
    value: String(below),
    source: 'agreed for this job',
    confidence: 'practice',
  } as const;
  const expectedWhenNewMegohms = investigateBelowMegohms;
  return { ...pack, insulation: { ...pack.insulation, investigateBelowMegohms, expectedWhenNewMegohms } };
}

/** The kinds of document there are, and a view of a job for one of them. */
export const documents: DocumentList = {
  all: documentDefinitions,
  of: documentNamed,
  view(job, document) {
    const definition = documentNamed(document.kind);
    if (!definition) throw new Error(`There is no document ${document.kind}`);
    return {
      ...jobAfterWork(job, document, definition.about, tests),
      recorded: job,
      document,
      definition,
      pack: workedTo(packWorkedTo(document.edition, document.ownEdition), job.brief),
      tests,
      documents,
    };
  },
};

/** What can be recorded of a job, by name: past tense, one thing that happened. */
export const jobKinds = {
  'job.opened': opened,
  'document.begun': begun,
  'works.described': worksDescribed,
  'work.started': workStarted,
  'snag.noted': snagMade,
  'snag.cleared': snagClears,
  'client.named': clientNamed,
  'site.described': siteDescribed,
  'installation.set': installationSet,
  'parking.set': parkingSet,
  'brief.agreed': briefAgreed,
  'earlier.brought': earlierBrought,
  'instrument.brought': brought,
  'supply.described': supplyDescribed,
  'board.added': boardAdded,
  'board.described': boardDescribed,
  'way.added': wayAdded,
  'way.described': wayDescribed,
  'way.moved': wayMoved,
  'device.described': deviceDescribed,
  'point.added': pointAdded,
  'point.described': pointDescribed,
  'point.moved': pointMoved,
  'reading.taken': taken,
  'repair.made': made,
  'isolation.begun': isolationBegins,
  'isolation.read': isolationReads,
  'isolation.ended': isolationEnds,
  'link.made': linkMakes,
  'link.cleared': linkClears,
  'device.switched': switched,
  'circuit.tried': tried,
  'circuit.traced': circuitIsTraced,
  'cover.set': covered,
  'supply.restored': restored,
  'leaving.checked': leavingLooked,
  'hand.told': told,
  'entry.struck': jobKind({ body: strikeBody, office: true, apply: () => undefined }),
  'feature.told': featureTold,
  'place.walked': walked,
  'accessory.opened': accessoryLooked,
  'bond.followed': bondIsFollowed,
  'part.named': partIsNamed,
  'pair.read': pairIsRead,
  'item.marked': marked,
  'limitation.noted': limited,
  'observation.noted': noted,
  'observation.remedied': remedied,
  'finding.told': findingIsTold,
  'note.made': noteIsMade,
  'note.settled': noteIsSettled,
  'question.asked': questionIsAsked,
  'question.answered': questionIsAnswered,
  'answer.noted': answerIsNoted,
  'options.set': optionsAreSet,
  'option.accepted': optionIsAccepted,
  'acceptance.noted': acceptanceIsNoted,
  'picture.taken': pictured,
  'discrepancy.explained': discrepancyExplained,
  'assessment.overruled': overruled,
  'condition.summarised': summarised,
  'return.recommended': recommended,
  'limit.overridden': overridden,
  'declaration.signed': signed,
  'duty.met': met,
  'document.issued': issued,
} satisfies Kinds<Job, { tests: typeof tests; documents: DocumentList }>;

export type JobKind = keyof typeof jobKinds;
export type JobBody<K extends JobKind> = BodyOf<(typeof jobKinds)[K]>;
export type JobDraft = DraftOf<typeof jobKinds>;

/** An act to be recorded; what an instrument made elsewhere brings its own id and time, and counts once. */
export type NewJobEntry = {
  [K in JobKind]: { readonly kind: K; readonly body: JobBody<K>; readonly id?: string; readonly madeAt?: string };
}[JobKind];

/** Whether an entry that was read is of a kind: its body is then that kind's. */
export const isOfKind = <K extends JobKind>(entry: Drafted, kind: K): entry is Recorded<JobBody<K>, K> =>
  entry.kind === kind;

/** A job: one visit to one installation. */
export const jobStream = streamOf<Job, { tests: typeof tests; documents: DocumentList }, typeof jobKinds>({
  kinds: jobKinds,
  lists: { tests, documents },
  blank: blankJob,
  after: (job, kind) => {
    if (!kind.paper) undoSignatures(job);
  },
  settle: orderWays,
  gate: (job, kind) => (job.opened || kind === 'job.opened' ? null : 'The job has not been opened yet.'),
});

/** A job seen for one of its documents: the one named, or the one being worked on. Null while none is begun. */
export function viewOf(job: Job, documentId: string | null = null): JobView | null {
  const document: JobDocument | undefined = documentId ? documentOf(job, documentId) : currentDocument(job);
  return document ? documents.view(job, document) : null;
}

/** What can be recorded of a firm. */
export const firmKinds = {
  'firm.described': firmDescribed,
  'defaults.set': defaultsSet,
  'edition.told': editionTold,
  'edition.withdrawn': editionWithdrawn,
  'card.noted': cardNotes,
  'price.set': priceIsSet,
  'client.added': clientAdded,
  'client.described': clientDescribed,
  'installation.added': installationAdded,
  'installation.described': installationDescribed,
  'visit.booked': visitBooked,
  'visit.described': visitDescribed,
  'visit.cancelled': visitCancelled,
  'day.set': dayIsSet,
  'reminder.made': reminderIsMade,
  'instrument.added': instrumentAdded,
  'instrument.described': instrumentDescribed,
  'instrument.retired': instrumentRetired,
  'view.made': viewIsMade,
  'view.withdrawn': viewIsWithdrawn,
  'missed.noted': missedIsNoted,
  'money.told': moneyIsTold,
  'check.made': checkIsMade,
  'calibration.made': calibrationIsMade,
  'look.made': lookIsMade,
  'accuracy.told': accuracyIsTold,
  'person.invited': invited,
  'invitation.withdrawn': withdrawn,
  'person.joined': joined,
  'person.described': personDescribed,
  'access.ended': accessEnded,
  'twostep.asked': twoStepAsked,
  'twostep.removed': twoStepRemoved,
  'entry.struck': firmKind({ body: strikeBody, office: true, apply: () => undefined }),
} satisfies Kinds<FirmState, FirmLists>;

export type FirmKind = keyof typeof firmKinds;
export type FirmBody<K extends FirmKind> = BodyOf<(typeof firmKinds)[K]>;
export type NewFirmEntry = {
  [K in FirmKind]: { readonly kind: K; readonly body: FirmBody<K>; readonly id?: string; readonly madeAt?: string };
}[FirmKind];

/** A firm's own stream. */
export const firmStream = streamOf<FirmState, FirmLists, typeof firmKinds>({
  kinds: firmKinds,
  lists: {},
  blank: blankFirm,
});
