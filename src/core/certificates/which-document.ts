/** What was done, as far as it decides which document is due. */
export type WorkDone = {
  readonly newCircuit: boolean;
  readonly boardChanged: boolean;
  /** A changed device, cable or accessory on an existing circuit. */
  readonly altered: boolean;
  /** Same rating, same cable, same device in its place. */
  readonly likeForLike: boolean;
  readonly circuitsAltered: number;
  /** Inside the space round a bath or shower, or the room of a pool or sauna heater. */
  readonly specialLocation: boolean;
  readonly nation: 'England' | 'Wales' | 'Scotland' | 'Northern Ireland';
};

export type DocumentAdvice = {
  readonly document: 'EIC' | 'MWC' | 'EICR';
  /** How many of them: a minor-works form per circuit altered. */
  readonly count: number;
  readonly due: 'required' | 'allowed' | 'advised';
  readonly reasons: readonly string[];
  readonly notifiable: 'yes' | 'no' | 'check locally';
  readonly notification: string;
};

/** Which document the work calls for and whether building control must know. England's rule is held; elsewhere: check. */
export function whichDocument(work: WorkDone): DocumentAdvice {
  const base = documentFor(work);
  if (work.nation !== 'England') {
    return {
      ...base,
      notifiable: 'check locally',
      notification: `The rules of ${work.nation} are its own: check there before starting.`,
    };
  }
  const why = [
    work.newCircuit && 'a new circuit',
    work.boardChanged && 'a consumer unit replaced',
    work.specialLocation && (work.altered || work.newCircuit) && 'work inside a special location',
  ].filter(Boolean);
  return why.length > 0
    ? {
        ...base,
        notifiable: 'yes',
        notification: `Notifiable in a dwelling in England: ${why.join(', ')}. Self-certify within 30 days, or notify before work starts.`,
      }
    : { ...base, notifiable: 'no', notification: 'Not notifiable in a dwelling in England, as described.' };
}

function documentFor({
  newCircuit,
  boardChanged,
  altered,
  likeForLike,
  circuitsAltered,
}: WorkDone): Pick<DocumentAdvice, 'document' | 'count' | 'due' | 'reasons'> {
  if (newCircuit || boardChanged) {
    const what = [newCircuit && 'A new circuit', boardChanged && 'a new or replaced board']
      .filter(Boolean)
      .join(' and ');
    return {
      document: 'EIC',
      count: 1,
      due: 'required',
      reasons: [
        `${what[0]?.toUpperCase()}${what.slice(1)} asks for an EIC with its schedules; a minor-works form cannot carry it.`,
      ],
    };
  }
  if (altered)
    return {
      document: 'MWC',
      count: Math.max(1, circuitsAltered),
      due: 'allowed',
      reasons: [
        'An alteration to an existing circuit, with no new circuit and no change of board.',
        ...(circuitsAltered > 1 ? ['One form for each circuit altered.'] : []),
      ],
    };
  if (likeForLike)
    return {
      document: 'MWC',
      count: Math.max(1, circuitsAltered),
      due: 'advised',
      reasons: [
        'Like for like may go without a form; it is inspected and tested all the same, and the paper shows it.',
      ],
    };
  return { document: 'EICR', count: 1, due: 'required', reasons: ['Nothing was altered: a report on what exists.'] };
}
