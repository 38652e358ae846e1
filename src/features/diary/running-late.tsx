'use client';

import { useState } from 'react';
import { type Told, planDay, runLate } from '../../core/firm/day-plan';
import type { Visit } from '../../core/firm/kinds/visit';
import { Button } from '../../ui/button';
import { FormField } from '../../ui/form-field';
import { Select } from '../../ui/select';
import { toast } from '../../ui/toast';
import { usePlanner } from '../house/use-planner';

type Props = { readonly visits: readonly Visit[]; readonly move: (told: readonly Told[]) => void };

/** A visit that goes on longer: which of those after it move, whom to ring, and what to say. */
export function RunningLate({ visits, move }: Props) {
  const planner = usePlanner();
  const [visitId, setVisitId] = useState(visits[0]?.id ?? null);
  const [minutes, setMinutes] = useState('30');
  const by = /^\d{1,3}$/.test(minutes.trim()) ? Number(minutes) : 0;
  const told = visitId && by > 0 ? runLate(visits, visitId, by, planner) : [];
  // What the day looks like then: lunch that no longer fits, an end that is too late.
  const then = visits.map((visit) => ({
    ...visit,
    at: told.find((each) => each.visit.id === visit.id)?.at ?? visit.at,
    minutes: visit.minutes + (visit.id === visitId ? by : 0),
  }));
  const plan = planDay(then, planner);
  const own = plan.parts.flatMap((part) => (part.is === 'visit' && part.visit.id === visitId ? part.wrong : []));
  const left = by > 0 ? [...own, ...plan.wrong] : [];
  return (
    <div className="space-y-3">
      <div className="grid gap-3 sm:grid-cols-[1fr_10rem]">
        <div className="space-y-1">
          <span className="block text-sm font-semibold">Visit running over</span>
          <Select
            label="Visit running over"
            className="min-h-10 w-full"
            value={visitId}
            onChange={setVisitId}
            options={visits.map(({ id, at, what }) => ({ value: id, label: `${at} ${what}` }))}
          />
        </div>
        <FormField
          label="Minutes over"
          inputMode="numeric"
          value={minutes}
          onChange={(event) => setMinutes(event.currentTarget.value)}
        />
      </div>
      {left.map((problem) => (
        <p key={problem} className="text-sm font-semibold">
          × {problem}
        </p>
      ))}
      {by > 0 && told.length === 0 && <p className="text-sm">No later visit is affected.</p>}
      {told.length > 0 && (
        <>
          <h3 className="text-lg">Ring {told.length === 1 ? 'one' : `these ${told.length}`}</h3>
          <ol>
            {told.map(({ visit, was, at, message, wrong }) => (
              <li key={visit.id} className="space-y-1 border-t border-rule py-2">
                <p>
                  <strong>{visit.contact || 'No contact'}</strong>, {was} becomes <strong>{at}</strong>
                </p>
                {wrong.map((problem) => (
                  <p key={problem} className="text-sm font-semibold">
                    × {problem}
                  </p>
                ))}
                <p className="text-sm text-faint">{message}</p>
                <Button
                  look="quiet"
                  onClick={() =>
                    void navigator.clipboard.writeText(message).then(
                      () => toast('Copied.'),
                      () => toast('Could not copy. Select the text.'),
                    )
                  }
                >
                  Copy message
                </Button>
              </li>
            ))}
          </ol>
          <Button look="next" className="w-full" onClick={() => move(told)}>
            Move {told.length === 1 ? 'it' : 'them'}
          </Button>
        </>
      )}
    </div>
  );
}
