'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../client/job-provider';
import type { NewJobEntry } from '../../core/catalogue';
import { placeKey } from '../../core/installation/place';
import { type Note, noteSorts, noteWords } from '../../core/job/kinds/note';
import { Button } from '../../ui/button';
import { FormField } from '../../ui/form-field';
import { toast } from '../../ui/toast';
import { ToggleGroup } from '../../ui/toggle-group';

/** What is to be remembered and is no defect: doubts parked, remarks, words for whoever comes next. */
export function Notes() {
  const { job, append, isSealed } = useJob();
  const say = (entry: NewJobEntry): boolean => {
    const outcome = append([entry]);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
  if (isSealed && job.notes.length === 0) return null;
  return (
    <section aria-labelledby="notes" className="lg:col-start-1">
      <h2 id="notes" className="border-b border-rule-strong pb-1 text-xl">
        Notes
      </h2>
      {noteSorts.map((sort) => {
        const notes = job.notes.filter((note) => note.sort === sort);
        return (
          notes.length > 0 && (
            <div key={sort}>
              <h3 className="pt-2 font-semibold">{noteWords[sort].title}</h3>
              <ul aria-label={noteWords[sort].title}>
                {notes.map((note) => (
                  <OneNote key={note.noteId} note={note} say={say} />
                ))}
              </ul>
            </div>
          )
        );
      })}
      {!isSealed && <Write say={say} />}
    </section>
  );
}

function OneNote({ note, say }: { note: Note; say: (entry: NewJobEntry) => boolean }) {
  const { isSealed } = useJob();
  const [how, setHow] = useState('');
  return (
    <li
      id={placeKey({ of: 'note', id: note.noteId })}
      className="flex scroll-mt-40 flex-wrap items-center gap-x-3 border-b border-rule py-1.5"
    >
      <span className="min-w-0 flex-1">
        {note.what}
        {note.where && <span className="text-faint"> · {note.where}</span>}
        {note.settled && <span className="block text-sm">✓ {note.settled.how}</span>}
      </span>
      {!isSealed && note.sort === 'look up' && !note.settled && (
        <form
          className="flex flex-wrap items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (how.trim()) say({ kind: 'note.settled', body: { noteId: note.noteId, how: how.trim() } });
          }}
        >
          <input
            aria-label={`Outcome: ${note.what}`}
            placeholder="Outcome"
            maxLength={200}
            value={how}
            onChange={(event) => setHow(event.target.value)}
            className="min-h-9 rounded-md border border-rule-strong bg-sheet px-2 text-sm max-md:min-h-11"
          />
          <Button type="submit" className="max-md:min-h-11">
            Looked up
          </Button>
        </form>
      )}
      {!isSealed && !note.settled && (
        <Button
          look="quiet"
          onClick={() => say({ kind: 'entry.struck', body: { entryId: note.entryId, why: 'No longer needed' } })}
        >
          Strike out
        </Button>
      )}
    </li>
  );
}

function Write({ say }: { say: (entry: NewJobEntry) => boolean }) {
  const [sort, setSort] = useState<Note['sort']>('look up');
  const [what, setWhat] = useState('');
  const [where, setWhere] = useState('');
  const make = () => {
    const body = { noteId: v7(), sort, what: what.trim(), where: where.trim() || null };
    if (!body.what || !say({ kind: 'note.made', body })) return;
    setWhat('');
    setWhere('');
  };
  return (
    <form
      aria-label="Add note"
      className="space-y-2 pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        make();
      }}
    >
      <ToggleGroup
        label="Type of note"
        value={sort}
        onChange={setSort}
        choices={noteSorts.map((value) => ({ value, face: noteWords[value].title }))}
      />
      <p className="text-sm text-faint">{noteWords[sort].hint}.</p>
      <div className="grid gap-2 sm:grid-cols-[2fr_1fr_auto] sm:items-end">
        <FormField label="Note" maxLength={1000} value={what} onChange={(event) => setWhat(event.target.value)} />
        <FormField label="At" maxLength={200} value={where} onChange={(event) => setWhere(event.target.value)} />
        <Button type="submit" className="min-h-10 max-md:min-h-11">
          Save note
        </Button>
      </div>
    </form>
  );
}
