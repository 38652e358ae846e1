'use client';

import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode, type Ref } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../../client/job-provider';
import { contradictedItems } from '../../../core/certificates/discrepancies/find-discrepancies';
import { itemOutcome } from '../../../core/job/item-outcome';
import { type Outcome, isCode, needsReason, outcomeWord, showOutcome } from '../../../core/job/outcome';
import { type WalkItem, wholeHouse } from '../../../core/work/inspection-walk';
import { Button } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { toast } from '../../../ui/toast';
import { ToggleGroup } from '../../../ui/toggle-group';
import { findingAddress, stageAddress } from '../../workspace/address';
import { ContradictionsAt } from '../../workspace/contradictions-at';
import { JobLink } from '../../workspace/place';
import { Guidance, Measured } from './guidance';

/** One key an outcome, where the schedule takes it. */
const keys: Readonly<Record<string, Outcome>> = {
  a: 'ok',
  '1': 'C1',
  '2': 'C2',
  '3': 'C3',
  f: 'FI',
  v: 'N/V',
  l: 'LIM',
  n: 'N/A',
};

/** Items under one heading. */
export type ItemGroup = { readonly name: string; readonly head: ReactNode; readonly items: readonly WalkItem[] };

type Props = {
  readonly groups: readonly ItemGroup[];
  /** Where one stands; null by the sections of the paper. */
  readonly place: string | null;
  /** The item a link led to. */
  readonly led?: string | null;
  /** None stands open until somebody opens one. */
  readonly shut?: boolean;
};

/** Items of a schedule: the one in hand open, with what to look for, what was measured, and its outcomes. */
export function ItemRows({ groups, place, led = null, shut = false }: Props) {
  const view = useJob();
  const { document, isSealed, append } = view;
  const items = groups.flatMap((group) => group.items);
  const heads = useRef(new Map<string, HTMLElement>());
  /** Settled by keys faster than the list could draw. */
  const settled = useRef(new Set<string>());
  useEffect(() => settled.current.clear(), [view]);
  const [chosen, setChosen] = useState<string | null>(null);
  const [asking, setAsking] = useState<Outcome | null>(null);
  const firstOpen = items.find(({ row }) => !itemOutcome(view, row.item))?.row.item;
  const ledHere = items.some(({ row }) => row.item === led) ? led : null;
  const inHand = chosen ?? ledHere ?? (place && !shut ? (firstOpen ?? null) : null);
  const choose = (item: string | null) => {
    setChosen(item);
    setAsking(null);
  };
  /** By the keyboard the next row is gone to; what was opened by hand stays where it is. */
  const focus = (item: string | undefined) => {
    if (!item) return;
    choose(item);
    // At once: the next key may follow before the next frame, and is meant for the next item.
    heads.current.get(item)?.focus();
  };
  const mark = (item: string, outcome: Outcome, reason: string | null): boolean => {
    const result = append([{ kind: 'item.marked', body: { documentId: document.id, item, outcome, reason } }]);
    if (!result.ok) toast(result.reason);
    return result.ok;
  };
  const settle = (item: string, outcome: Outcome, byKey: boolean) => {
    if (needsReason(outcome)) {
      setChosen(item);
      setAsking(outcome);
      return;
    }
    const before = itemOutcome(view, item);
    const stands = settled.current.has(item) || (before?.outcome === outcome && before.reason === null);
    if (!stands && !mark(item, outcome, null)) return;
    settled.current.add(item);
    if (isCode(outcome)) return;
    const at = items.findIndex(({ row }) => row.item === item);
    const next = [...items.slice(at + 1), ...items.slice(0, at)].find(
      ({ row }) => !settled.current.has(row.item) && !itemOutcome(view, row.item),
    );
    if (byKey) focus(next?.row.item);
    else if (place) choose(next?.row.item ?? null);
  };
  const onKey = (event: KeyboardEvent, item: string) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
    const at = items.findIndex(({ row }) => row.item === item);
    const outcome = keys[event.key.toLowerCase()];
    if (event.key === 'ArrowDown') focus(items[at + 1]?.row.item);
    else if (event.key === 'ArrowUp') focus(items[at - 1]?.row.item);
    else if (outcome && !isSealed && view.definition.outcomes.includes(outcome)) settle(item, outcome, true);
    else return;
    event.preventDefault();
  };
  const row = (each: WalkItem) => {
    const { item } = each.row;
    const isChosen = item === inHand;
    return (
      <Row
        key={item}
        head={(element) => {
          if (!element) return;
          heads.current.set(item, element);
          return () => void heads.current.delete(item);
        }}
        item={each}
        place={place}
        isChosen={isChosen}
        isStop={isChosen || (!inHand && each === items[0])}
        settlesHere={!shut}
        asking={isChosen ? asking : null}
        choose={() => choose(isChosen ? '' : item)}
        settle={(outcome) => settle(item, outcome, false)}
        record={(outcome, reason) => mark(item, outcome, reason) && setAsking(null)}
        leave={() => setAsking(null)}
        onKey={(event) => onKey(event, item)}
      />
    );
  };
  return groups
    .filter((group) => group.items.length > 0)
    .map((group) => (
      <section key={group.name} aria-label={group.name} className={group.head ? 'pb-4' : ''}>
        {group.head}
        <ul className="border-t border-rule">{group.items.map(row)}</ul>
      </section>
    ));
}

type RowProps = {
  readonly head: Ref<HTMLButtonElement>;
  readonly item: WalkItem;
  readonly place: string | null;
  readonly isChosen: boolean;
  readonly isStop: boolean;
  /** Whether one tap settles it: not where it is only seen on the way. */
  readonly settlesHere: boolean;
  readonly asking: Outcome | null;
  readonly choose: () => void;
  readonly settle: (outcome: Outcome) => void;
  readonly record: (outcome: Outcome, reason: string) => void;
  readonly leave: () => void;
  readonly onKey: (event: KeyboardEvent) => void;
};

function Row({
  head,
  item,
  place,
  isChosen,
  isStop,
  settlesHere,
  asking,
  choose,
  settle,
  record,
  leave,
  onKey,
}: RowProps) {
  const view = useJob();
  const { definition, isSealed, jobId, append } = view;
  const { row, guidance } = item;
  const found = itemOutcome(view, row.item);
  const coded = (found?.observations.length ?? 0) > 0;
  const lookUp = (title: string) => {
    const where = place && place !== wholeHouse ? place : null;
    const what = `Item ${row.item}, ${title}`;
    const result = append([{ kind: 'note.made', body: { noteId: v7(), sort: 'look up', what, where } }]);
    toast(result.ok ? 'Saved under Observations, Notes: look it up before signing.' : result.reason);
  };
  const finding = findingAddress(jobId, {
    item: row.item,
    code: found && isCode(found.outcome) ? found.outcome : null,
    where: place && place !== wholeHouse ? place : '',
  });
  return (
    <li id={`item-${row.item}`} className={`scroll-mt-40 border-b border-rule ${isChosen ? 'bg-sheet' : ''}`}>
      <div className="flex items-start gap-2">
        <button
          type="button"
          ref={head}
          data-item={row.item}
          aria-expanded={isChosen}
          tabIndex={isStop ? 0 : -1}
          onClick={choose}
          onKeyDown={onKey}
          className="grid min-h-9 min-w-0 flex-1 grid-cols-[3rem_1fr] gap-x-2 py-1.5 text-left max-md:min-h-11"
        >
          <span className="text-right text-sm text-faint">{row.item}</span>
          <span className={found ? '' : 'font-semibold'}>
            {row.confirm}
            <span className="text-xs font-normal text-faint"> {row.regulations}</span>
            {found?.reason && (
              <span className="block text-sm font-normal">
                {found.outcome}: {found.reason}
              </span>
            )}
          </span>
        </button>
        {found ? (
          <span className="min-w-10 py-1.5 pr-2 text-right font-semibold" title={outcomeWord[found.outcome]}>
            {showOutcome(found.outcome)}
            <span className="sr-only"> {outcomeWord[found.outcome]}</span>
          </span>
        ) : (
          !isSealed &&
          !isChosen &&
          settlesHere && (
            <Button
              aria-label={`${row.item} is acceptable`}
              tabIndex={-1}
              className="my-0.5 min-w-11 max-md:min-h-11"
              onClick={() => settle('ok')}
            >
              ✓
            </Button>
          )
        )}
      </div>
      {!isChosen && found && (
        <div className="pl-14 max-md:pl-2">
          <ContradictionsAt place={{ of: 'item', item: row.item }} />
        </div>
      )}
      {isChosen && (
        <div className="space-y-2 pb-3 pl-14 pr-2 max-md:pl-2">
          <ToggleGroup
            label={`${row.item} ${row.confirm}`}
            value={found?.outcome ?? null}
            disabled={isSealed}
            onChange={settle}
            choices={definition.outcomes.map((outcome) => ({
              value: outcome,
              face: showOutcome(outcome),
              label: `${row.item}: ${outcomeWord[outcome]}`,
            }))}
          />
          <Against item={row.item} outcome={found?.outcome ?? null} />
          {asking && <Why key={asking} outcome={asking} start={found?.reason ?? ''} record={record} leave={leave} />}
          <p className="flex flex-wrap gap-x-4 text-sm">
            {coded && (
              <JobLink
                href={stageAddress(jobId, 'observations')}
                className="min-h-6 py-0.5 underline underline-offset-4"
              >
                {found?.outcome} by observation {found?.observations.join(', ')}
              </JobLink>
            )}
            {!isSealed && definition.about === 'condition' && (
              <JobLink
                href={finding}
                className={`min-h-6 py-0.5 underline underline-offset-4 ${found && !coded && isCode(found.outcome) ? 'font-semibold text-next-ink' : ''}`}
              >
                Add observation for {row.item}
              </JobLink>
            )}
            {!isSealed && definition.about === 'condition' && (
              <button
                type="button"
                className="min-h-6 py-0.5 underline underline-offset-4"
                onClick={() => lookUp(guidance?.title ?? row.confirm)}
              >
                Look up later
              </button>
            )}
            {definition.about === 'works' && !isSealed && (
              <JobLink
                href={`${stageAddress(jobId, 'review')}?${new URLSearchParams({ snag: `Item ${row.item}: ` }).toString()}`}
                className="min-h-6 py-0.5 underline underline-offset-4"
              >
                Not right yet: add snag
              </JobLink>
            )}
          </p>
          {guidance && <Measured guidance={guidance} />}
          {guidance && <Guidance guidance={guidance} />}
          {item.parts.map((part) => (
            <Disclosure
              key={part.item}
              summary={
                <span className="text-sm">
                  <span className="text-faint">{part.item}</span> {part.title}
                </span>
              }
            >
              <Measured guidance={part} />
              <Guidance guidance={part} />
            </Disclosure>
          ))}
        </div>
      )}
    </li>
  );
}

/** What speaks against ticking an item, before and after it is ticked. */
function Against({ item, outcome }: { item: string; outcome: Outcome | null }) {
  const view = useJob();
  const against = contradictedItems(view, view.verdicts).get(item) ?? [];
  if (outcome) return <ContradictionsAt place={{ of: 'item', item }} />;
  if (against.length === 0) return null;
  return (
    <p className="border-l-4 border-ink pl-3 text-sm">
      <span className="font-semibold">Not acceptable: </span>
      {against.join('; ')}.
    </p>
  );
}

function Why({
  outcome,
  start,
  record,
  leave,
}: {
  outcome: Outcome;
  start: string;
  record: (outcome: Outcome, reason: string) => void;
  leave: () => void;
}) {
  const [reason, setReason] = useState(start);
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim()) record(outcome, reason.trim());
      }}
    >
      <label className="flex flex-1 items-center gap-2 text-sm font-semibold">
        Reason for {outcome}
        <input
          autoFocus
          required
          maxLength={200}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          className="min-h-9 min-w-40 flex-1 rounded-md border border-rule-strong bg-sheet px-2 font-normal max-md:min-h-11"
        />
      </label>
      <Button type="submit" look="next">
        Save {outcome}
      </Button>
      <Button look="quiet" onClick={leave}>
        Cancel
      </Button>
    </form>
  );
}
