'use client';

import { useJob } from '../../../client/job-provider';
import { useSupply } from './use-supply';

/** What turns the whole installation off. */
export function MainSwitchFields() {
  const { remembered } = useJob();
  const { text, figure } = useSupply();
  return (
    <>
      <h2 className="pb-1 pt-6 text-xl">Main switch</h2>
      {text('mainSwitchLocation', 'Location')}
      {text('mainSwitchStandard', 'Standard', `Usually ${remembered.mainSwitchStandard ?? 'BS EN 60947-3'}`)}
      {figure('mainSwitchPoles', 'Poles', undefined, [1, 4], { whole: true })}
      {figure('mainSwitchAmps', 'Rating', 'A', [1, 1000])}
      {figure('mainSwitchVolts', 'Voltage', 'V', [1, 1000], { hint: 'As marked on it, usually 230' })}
      {figure('mainSwitchResidualMilliamps', 'RCD in it', 'mA', [10, 3000])}
    </>
  );
}
