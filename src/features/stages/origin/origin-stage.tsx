'use client';

import { Measuring } from '../../measure/measuring';
import { EarthingFields } from './earthing-fields';
import { MainSwitchFields } from './main-switch-fields';
import { OriginReadings } from './origin-readings';
import { SupplyFields } from './supply-fields';

/** Supply, earthing, bonding and main switch, with the readings taken at the incoming terminals. */
export function OriginStage() {
  return (
    <div className="grid grid-cols-1 gap-x-10 gap-y-6 lg:grid-cols-2">
      <Measuring>
        <OriginReadings />
      </Measuring>
      <section>
        <SupplyFields />
        <EarthingFields />
        <MainSwitchFields />
      </section>
    </div>
  );
}
