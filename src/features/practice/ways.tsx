import { Switch } from 'radix-ui';
import type { ChartCircuit } from '../../core/practice/house';
import { links, ringLinks } from '../../core/practice/act';
import { Button } from '../../ui/button';
import { Select } from '../../ui/select';
import type { OnVisit } from './use-visit';

const deviceOf = ({ device }: ChartCircuit): string =>
  [device.type && `type ${device.type}`, `${device.ratingAmps} A`].filter(Boolean).join(', ');

/** The ways of the board as they stand: what is on, off, locked, proved dead, linked. */
export function Ways({ on: { house, visit, does } }: { on: OnVisit }) {
  return (
    <div className="space-y-3 text-sm">
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => does({ is: 'tell' })} disabled={visit.told}>
          {visit.told ? 'Occupants informed' : 'Inform occupants'}
        </Button>
        <Button onClick={() => does({ is: 'prove' })}>
          Prove the indicator{visit.indicator === 'used' ? ' again' : ''}
        </Button>
      </div>
      {house.boards.map((board) => (
        <section key={board.id} aria-label={board.name}>
          <h3 className="flex items-baseline justify-between border-b border-rule-strong pb-0.5 text-base">
            {board.name} <span className="font-sans text-xs font-normal text-faint">{board.enclosure}</span>
          </h3>
          <ul>
            {board === house.boards[0] && (
              <li className="grid grid-cols-[1fr_auto_auto] items-center gap-2 border-b border-rule py-1">
                <strong>Main switch</strong>
                <OnOff
                  name="Main switch"
                  isOn={visit.mainOn}
                  set={(is) => does({ is: 'switch', what: 'main', on: is })}
                />
                <Lock
                  name="Main switch"
                  isOff={!visit.mainOn}
                  isLocked={visit.locked.has('main')}
                  lock={() => does({ is: 'lock', what: 'main' })}
                />
              </li>
            )}
            {house.circuits
              .filter((circuit) => circuit.board === board.id)
              .map((circuit) => (
                <li key={circuit.id} className="border-b border-rule py-1">
                  <div className="grid grid-cols-[1fr_auto_auto] items-center gap-2">
                    <span className="min-w-0">
                      <strong>{circuit.way}</strong> {circuit.name}
                      <span className="block text-xs text-faint">
                        {[
                          circuit.device.standard,
                          deviceOf(circuit),
                          circuit.residual && `RCD ${circuit.residual.milliamps} mA ${circuit.residual.type}`,
                          `${circuit.cable.liveMm2}/${circuit.cable.cpcMm2}`,
                        ]
                          .filter(Boolean)
                          .join(', ')}
                        {visit.provedDead.has(circuit.id)
                          ? ', proved dead'
                          : visit.readDead.has(circuit.id)
                            ? ', read dead: prove the indicator again'
                            : ''}
                      </span>
                    </span>
                    {circuit.unconnected ? (
                      <span className="col-span-2 text-xs text-faint">not connected</span>
                    ) : (
                      <>
                        <OnOff
                          name={`Way ${circuit.way}`}
                          isOn={!visit.off.has(circuit.id)}
                          set={(is) => does({ is: 'switch', what: circuit.id, on: is })}
                        />
                        <Lock
                          name={`Way ${circuit.way}`}
                          isOff={visit.off.has(circuit.id)}
                          isLocked={visit.locked.has(circuit.id)}
                          lock={() => does({ is: 'lock', what: circuit.id })}
                        />
                      </>
                    )}
                  </div>
                  {(visit.off.has(circuit.id) || circuit.unconnected || !visit.mainOn) && (
                    <div className="flex flex-wrap items-center gap-2 pt-1">
                      <Select
                        look="quiet"
                        label={`Links of way ${circuit.way}`}
                        value={visit.links.get(circuit.id) ?? 'none'}
                        options={links
                          .filter((how) => circuit.arrangement === 'ring' || !ringLinks.includes(how))
                          .map((how) => ({ value: how, label: how === 'none' ? 'no links' : how }))}
                        onChange={(how) => does({ is: 'link', circuit: circuit.id, how })}
                      />
                      <Button
                        look="quiet"
                        disabled={visit.emptied.has(circuit.id)}
                        onClick={() => does({ is: 'empty', circuit: circuit.id })}
                      >
                        {visit.emptied.has(circuit.id) ? 'Loads are out' : 'Loads out'}
                      </Button>
                    </div>
                  )}
                </li>
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function OnOff({ name, isOn, set }: { name: string; isOn: boolean; set: (is: boolean) => void }) {
  return (
    <Switch.Root
      checked={isOn}
      onCheckedChange={set}
      aria-label={name}
      className="min-h-8 w-14 rounded-md border border-rule-strong font-semibold data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:text-paper max-md:min-h-11"
    >
      {isOn ? 'on' : 'off'}
    </Switch.Root>
  );
}

type LockProps = {
  readonly name: string;
  readonly isOff: boolean;
  readonly isLocked: boolean;
  readonly lock: () => void;
};

function Lock({ name, isOff, isLocked, lock }: LockProps) {
  return (
    <Button aria-label={`Lock off ${name}`} disabled={!isOff || isLocked} onClick={lock} className="w-18 px-1">
      {isLocked ? 'locked' : 'Lock'}
    </Button>
  );
}
