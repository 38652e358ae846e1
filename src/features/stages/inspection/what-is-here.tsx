'use client';

import { useJob } from '../../../client/job-provider';
import { featureWords, features } from '../../../core/edition/features';
import type { ItemGuidance } from '../../../core/edition/guidance';
import { appliesAfterAll, notApplicable } from '../../../core/work/inspection-walk';
import { hasFeature } from '../../../core/work/premises';
import { Button } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { toast } from '../../../ui/toast';
import { ToggleGroup } from '../../../ui/toggle-group';

/** What the premises have: it decides which items do not apply, and says where one was left out that does. */
export function WhatIsHere({ guidance }: { guidance: readonly ItemGuidance[] }) {
  const view = useJob();
  const { job, document, append, isSealed } = view;
  if (isSealed || guidance.length === 0) return null;
  const not = notApplicable(view, guidance);
  const after = appliesAfterAll(view, guidance);
  const unknown = features.filter((feature) => hasFeature(job, feature) === null);
  const leaveOut = () => {
    const result = append(
      not.map(({ item, reason }) => ({
        kind: 'item.marked',
        body: { documentId: document.id, item, outcome: 'N/A', reason },
      })),
    );
    toast(result.ok ? `${not.length} items marked N/A with their reasons. Undo removes the marks.` : result.reason);
  };
  return (
    <div className="border-b border-rule pb-1">
      {after.length > 0 && (
        <p role="alert" className="border-l-4 border-ink py-1 pl-3 text-sm font-semibold">
          Marked N/A, but recorded in the job: {after.map(({ item, title }) => `${item} ${title}`).join('; ')}.
        </p>
      )}
      {not.length > 0 && (
        <p className="flex flex-wrap items-center gap-x-3 py-1 text-sm">
          <span>
            <strong>
              {not.length} item{not.length === 1 ? ' does' : 's do'} not apply
            </strong>{' '}
            according to the job: {not.map(({ item }) => item).join(', ')}
          </span>
          <Button onClick={leaveOut} className="max-md:min-h-11">
            Mark {not.length === 1 ? 'it' : 'them'} N/A
          </Button>
        </p>
      )}
      <Disclosure
        summary={
          <span className="text-sm">
            <strong>What is here</strong>{' '}
            <span className="text-faint">
              {unknown.length > 0
                ? `decides what applies; ${unknown.length} of ${features.length} not answered`
                : 'all answered'}
            </span>
          </span>
        }
      >
        <ul className="grid gap-x-8 md:grid-cols-2">
          {features.map((feature) => {
            const has = hasFeature(job, feature);
            return (
              <li key={feature} className="flex items-center justify-between gap-2 border-b border-rule py-1 text-sm">
                {featureWords[feature]}
                <ToggleGroup
                  label={featureWords[feature]}
                  value={has === null ? null : has ? 'yes' : 'no'}
                  onChange={(said) => {
                    const result = append([{ kind: 'feature.told', body: { feature, present: said === 'yes' } }]);
                    if (!result.ok) toast(result.reason);
                  }}
                  choices={[
                    { value: 'yes', face: 'yes' },
                    { value: 'no', face: 'no' },
                  ]}
                />
              </li>
            );
          })}
        </ul>
      </Disclosure>
    </div>
  );
}
