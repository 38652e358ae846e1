'use client';

import { useJob } from '../../../client/job-provider';
import { showDay } from '../../../core/words/day';
import { Button } from '../../../ui/button';
import type { Record } from './brief-stage';

/** Which of the firm's instruments are on the job. */
export function InstrumentsBrought({ record }: { record: Record }) {
  const { job, instruments } = useJob();
  return (
    <>
      <h2 className="pb-1 pt-6 text-xl">Instruments</h2>
      <ul id="instruments">
        {instruments.map((instrument) => {
          const brought = job.instruments.has(instrument.id);
          return (
            <li key={instrument.id} className="flex items-center gap-3 border-b border-rule py-1.5">
              <span className="flex-1">
                {instrument.name}{' '}
                <span className="text-sm text-faint">
                  serial {instrument.serial}, calibrated{' '}
                  {instrument.calibratedOn ? showDay(instrument.calibratedOn) : 'not recorded'}
                </span>
                {instrument.objection && (
                  <span className="block text-sm font-semibold">× {instrument.objection.says}</span>
                )}
              </span>
              {brought ? (
                <span className="text-sm">✓ in use</span>
              ) : (
                <Button
                  disabled={instrument.objection?.forbids ?? false}
                  onClick={() =>
                    record({
                      kind: 'instrument.brought',
                      body: {
                        instrumentId: instrument.id,
                        name: instrument.name,
                        serial: instrument.serial,
                        calibratedOn: instrument.calibratedOn,
                        ...(instrument.accuracy ? { accuracy: instrument.accuracy } : {}),
                      },
                    })
                  }
                >
                  Use
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </>
  );
}
