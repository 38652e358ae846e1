'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../client/job-provider';
import { offerOf } from '../../core/certificates/offer';
import {
  beginPapers,
  draftLeave,
  draftOptions,
  offered,
  openFindings,
  papersBegun,
} from '../../core/certificates/options';
import type { Options, OptionsSet } from '../../core/job/kinds/options';
import { showMoment } from '../../core/words/moment';
import { loadPriceList, priced, startHourPence } from '../../core/work/price-list';
import { Button, linkLook } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { FormField, FormProblem } from '../../ui/form-field';
import { toast } from '../../ui/toast';
import { useLoaded } from '../../ui/use-loaded';
import { useFindings } from '../workspace/use-findings';
import { offerByLinkAction } from '../links/actions';
import { LinkForm } from '../links/link-form';
import { LinkList, useLinks } from '../links/link-list';
import { Comparison } from './comparison';
import { OptionsForm } from './options-form';

/** Ways to put right what was found: drafted from the findings with the firm's prices, offered, and accepted. */
export function OptionsStage() {
  const view = useJob();
  const { job, append, prices } = view;
  const set = offered(job);
  const [writing, setWriting] = useState<'change' | 'anew' | null>(null);
  const list = useLoaded(loadPriceList);
  const findings = useFindings();
  const offer = (made: OptionsSet): boolean => {
    const outcome = append([{ kind: 'options.set', body: made }]);
    if (!outcome.ok) toast(outcome.reason);
    else setWriting(null);
    return outcome.ok;
  };
  if (set && !writing) return <Offered set={set} write={setWriting} />;
  const head = (
    <header>
      <h1 className="text-xl">Remedial options</h1>
      <p className="text-sm text-faint">
        Drafted from open observations with your times and prices. Edit any line before you send it.
      </p>
    </header>
  );
  if (list === 'unreadable' || findings === 'unreadable')
    return (
      <section>
        {head}
        <p>The price list is not on this device yet. Open this page once while online.</p>
      </section>
    );
  if (list === 'loading' || findings === 'loading')
    return (
      <section>
        {head}
        <p className="text-faint">Drafting…</p>
      </section>
    );
  const drafted = draftOptions({ view, findings, list: priced(list, prices.own) });
  if (!set && drafted.length === 0)
    return (
      <section>
        {head}
        <p className="max-w-prose whitespace-pre-line">{draftLeave(view)}</p>
      </section>
    );
  const start =
    set && (writing === 'change' || drafted.length === 0)
      ? set
      : {
          hourPence: prices.hourPence ?? startHourPence,
          options: drafted,
          observationIds: openFindings(job).map(({ id }) => id),
          leave: draftLeave(view),
          terms: set?.terms ?? null,
          goodUntil: set?.goodUntil ?? null,
        };
  return (
    <section>
      <OptionsForm head={head} start={start} offer={offer} leaveOff={set ? () => setWriting(null) : null} />
    </section>
  );
}

/** What was offered, with the ways to send it and what came of it. */
function Offered({ set, write }: { set: Options; write: (how: 'change' | 'anew') => void }) {
  const { job, jobId, unsent, practice } = useJob();
  const [sending, setSending] = useState(false);
  const [heard, setHeard] = useState(false);
  const { accepted } = set;
  const isOpen = openFindings(job).length > 0;
  return (
    <section className="space-y-4">
      <header className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="min-w-60 flex-1">
          <h1 className="text-xl">Remedial options</h1>
          <p className="text-sm text-faint">Offered {showMoment(new Date(set.at))}.</p>
        </div>
        {!accepted && !practice && (
          <Button look="next" onClick={() => setSending(true)}>
            Send link
          </Button>
        )}
        {!practice && (
          <a className={linkLook('plain')} href={`/api/jobs/${jobId}/options`} target="_blank" rel="noreferrer">
            PDF
          </a>
        )}
        {!accepted && <Button onClick={() => setHeard(true)}>Accepted in person</Button>}
        {!accepted && (
          <Button look="quiet" onClick={() => write('change')}>
            Edit
          </Button>
        )}
        {isOpen && (
          <Button look="quiet" onClick={() => write('anew')}>
            Draft again
          </Button>
        )}
      </header>
      {accepted && <Accepted set={set} />}
      <Comparison offer={offerOf(job, set)} />
      <Dialog
        open={sending}
        onOpenChange={setSending}
        title="Send link"
        description="Anyone with the link can compare the options and accept one, once. Editing the options closes the link."
      >
        {sending && <Send set={set} waits={unsent > 0} />}
      </Dialog>
      <Dialog open={heard} onOpenChange={setHeard} title="Accepted in person">
        {heard && <Heard set={set} done={() => setHeard(false)} />}
      </Dialog>
    </section>
  );
}

function Accepted({ set }: { set: Options }) {
  const { job } = useJob();
  const { accepted, options } = set;
  if (!accepted) return null;
  const { by, at, words, outside, chosen } = accepted;
  return (
    <p role="status" className="border-l-4 border-ink pl-3">
      <strong>
        ✓ {by} accepted {chosen + 1}. {options[chosen]?.title}
      </strong>
      , {showMoment(new Date(at))}
      {outside ? ', by link' : ', in person'}
      {words && <span className="block">“{words}”</span>}
      <span className="block text-sm text-faint">
        {papersBegun(job, set, accepted.chosen).length > 0
          ? 'Its documents are started in this job, with these lines as their quote.'
          : 'It needs no document.'}
      </span>
    </p>
  );
}

function Send({ set, waits }: { set: Options; waits: boolean }) {
  const { jobId, job } = useJob();
  const [made, setMade] = useState(0);
  const { links, look } = useLinks(set.optionsId, made);
  return (
    <div className="space-y-3">
      {waits && <p className="text-sm">The options are sent when you are online.</p>}
      <LinkForm
        act="Create link"
        start={{ name: job.client.name ?? '', email: job.client.email ?? '' }}
        make={async (fields) => {
          const answer = await offerByLinkAction({ jobId, optionsId: set.optionsId }, fields);
          setMade((count) => count + 1);
          return answer;
        }}
      />
      <LinkList links={links} look={look} label="Sent to" used="accepted" />
    </div>
  );
}

function Heard({ set, done }: { set: Options; done: () => void }) {
  const { job, document, append } = useJob();
  const [by, setBy] = useState(job.client.name ?? '');
  const [words, setWords] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const accept = (chosen: number) => {
    if (!by.trim()) return setProblem('Enter who accepted.');
    const body = { optionsId: set.optionsId, chosen, by: by.trim(), words: words.trim() || null, outside: null };
    const outcome = append([{ kind: 'acceptance.noted', body }, ...beginPapers(job, document, set, chosen, v7)]);
    if (outcome.ok) done();
    else setProblem(outcome.reason);
  };
  return (
    <div className="space-y-3">
      <FormField label="Who accepted" maxLength={200} value={by} onChange={(event) => setBy(event.target.value)} />
      <FormField lines={2} label="Words" value={words} onChange={(event) => setWords(event.target.value)} />
      {problem && <FormProblem>{problem}</FormProblem>}
      <ul className="space-y-2">
        {offerOf(job, set).options.map(({ title, total }, index) => (
          <li key={`${index} ${title}`}>
            <Button className="min-h-11 w-full justify-between" onClick={() => accept(index)}>
              <span>
                {index + 1}. {title}
              </span>
              <span className="tabular-nums">{total}</span>
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
