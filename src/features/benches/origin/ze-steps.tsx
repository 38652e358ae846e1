'use client';

import { v7 } from 'uuid';
import { useJob } from '../../../client/job-provider';
import { stateOf } from '../../../core/work/on-now';
import { Button } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { useMeasure } from '../../measure/measure-provider';
import { DeviceSwitch } from '../frame/device-switch';

/** Ze as it is done with hands: main switch off, clamped, parted, read, back on; the parting stands in the register meanwhile. */
export function ZeSteps() {
  const { job, isSealed } = useJob();
  const { record } = useMeasure();
  const parted = job.links.find(({ sort, clearedAt }) => sort === 'earthing conductor off' && !clearedAt);
  const off = stateOf(job, { of: 'supply' }) !== 'on';
  return (
    <Disclosure open={Boolean(parted)} summary={<span className="text-sm">Ze, step by step</span>}>
      <ol className="list-inside list-decimal space-y-1 text-sm">
        <li>
          Main switch off, installation isolated, other sources too: <DeviceSwitch device={{ of: 'supply' }} />
        </li>
        <li>Clamp round the earthing conductor: current means stop, and leave it joined.</li>
        <li>
          {parted ? (
            'Earthing conductor off the terminal: in the register.'
          ) : (
            <>
              Part it from the terminal, and hold that there is no voltage between the ends.{' '}
              {!isSealed && (
                <Button
                  disabled={!off}
                  className="max-md:min-h-11"
                  onClick={() =>
                    record([
                      {
                        kind: 'link.made',
                        body: {
                          linkId: v7(),
                          sort: 'earthing conductor off',
                          on: { of: 'supply' },
                          where: 'main earthing terminal',
                          test: 'Ze',
                        },
                      },
                    ])
                  }
                >
                  Parted
                </Button>
              )}
            </>
          )}
        </li>
        <li>Line to the parted earthing conductor: read Ze below.</li>
        <li>
          Back on, tight, before anything is made live.{' '}
          {parted && (
            <Button
              className="max-md:min-h-11"
              onClick={() => record([{ kind: 'link.cleared', body: { linkId: parted.linkId } }])}
            >
              ✓ Back on
            </Button>
          )}
        </li>
      </ol>
    </Disclosure>
  );
}
