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
        <li>Clamp the earthing conductor. If current flows: stop, leave it connected.</li>
        <li>
          {parted ? (
            'Earthing conductor disconnected: in the register.'
          ) : (
            <>
              Disconnect it from the terminal. Check for no voltage between the ends.{' '}
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
                  Disconnected
                </Button>
              )}
            </>
          )}
        </li>
        <li>Measure line to the disconnected earthing conductor: Ze below.</li>
        <li>
          Reconnect it, tight, before anything is energised.{' '}
          {parted && (
            <Button
              className="max-md:min-h-11"
              onClick={() => record([{ kind: 'link.cleared', body: { linkId: parted.linkId } }])}
            >
              ✓ Reconnected
            </Button>
          )}
        </li>
      </ol>
    </Disclosure>
  );
}
