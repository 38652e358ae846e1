'use client';

import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import { draftSummary } from '../../../core/certificates/plain-summary';
import type { Place } from '../../../core/installation/place';
import { Button } from '../../../ui/button';
import { EntryField, asText } from '../../../ui/entry-field';
import { useWanted } from '../../workspace/use-wanted';
import { plainAge, readingAge } from './reading-age';

const summary: Place = { of: 'document', field: 'summary' };

/** The summary of a condition: drafted from what was found, made the inspector's own, with the age that reads it with ease. */
export function Summary({ record }: { record: (entry: NewJobEntry) => boolean }) {
  const view = useJob();
  const { document, isSealed } = view;
  const at = useWanted();
  const say = (text: string | null) =>
    record({ kind: 'condition.summarised', body: { documentId: document.id, text: text ?? '' } });
  const age = readingAge(document.summary ?? '');
  return (
    <div>
      <EntryField
        label="Summary of the condition"
        lines={document.summary ? 10 : 4}
        shown={document.summary ?? ''}
        parse={asText}
        commit={say}
        hint={
          age === null ? (
            'In plain words, for the occupants.'
          ) : (
            <span className={age > plainAge ? 'font-semibold' : ''}>
              Reading age {age}
              {age > plainAge && ': use shorter words and sentences; aim for 12'}
            </span>
          )
        }
        {...at(summary)}
      />
      {!isSealed && !document.summary?.trim() && (
        <Button className="mt-1 max-md:min-h-11" onClick={() => say(draftSummary(view))}>
          Draft summary
        </Button>
      )}
    </div>
  );
}
