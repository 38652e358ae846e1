'use client';

import { useState } from 'react';
import { useJob } from '../../../client/job-provider';
import {
  type EarthPlace,
  type NeutralJoin,
  earthPlaceWords,
  earthPlaces,
  neutralJoins,
  recogniseEarthing,
} from '../../../core/installation/means-of-earthing';
import { Button } from '../../../ui/button';
import { Checkbox } from '../../../ui/checkbox';
import { Disclosure } from '../../../ui/disclosure';
import { ToggleGroup } from '../../../ui/toggle-group';
import { findingAddress } from '../../workspace/address';
import { JobLink } from '../../workspace/place';
import { EarthDrawing } from './earth-drawing';
import { useSupply } from './use-supply';

/** Which earthing it is, by what can be seen. */
export function RecogniseEarthing() {
  const { jobId, isSealed } = useJob();
  const { supply, record } = useSupply();
  const [goesTo, setGoesTo] = useState<readonly EarthPlace[]>([]);
  const [nowhere, setNowhere] = useState(false);
  const [join, setJoin] = useState<NeutralJoin | null>(null);
  const means = recogniseEarthing(goesTo, join, nowhere);
  const finding = findingAddress(jobId, { finding: means?.finding, item: '3.1', where: 'Intake' });
  return (
    <Disclosure summary={<span className="text-sm font-semibold">Identify the earthing system by what you see</span>}>
      <div className="space-y-1 pb-2 text-sm">
        <p>The earthing conductor goes from the main earthing terminal to:</p>
        {earthPlaces.map((place) => (
          <div key={place} className="flex items-center gap-3">
            <EarthDrawing place={place} />
            <Checkbox
              label={earthPlaceWords[place]}
              checked={goesTo.includes(place)}
              disabled={nowhere}
              onChange={(is) => setGoesTo(is ? [...goesTo, place] : goesTo.filter((each) => each !== place))}
            />
          </div>
        ))}
        <Checkbox label="Nowhere: there is none" checked={nowhere} onChange={setNowhere} />
        {goesTo.includes('cut-out') && !nowhere && (
          <div className="flex flex-wrap items-center gap-2">
            Neutral and earth at the cut-out
            <ToggleGroup
              label="Neutral and earth at the cut-out"
              value={join}
              onChange={setJoin}
              choices={neutralJoins.map((value) => ({ value, face: value }))}
            />
          </div>
        )}
        {means && (
          <div className="margin-line space-y-1 pl-3" role="status">
            <p>
              <strong>{means.system ?? 'No means of earthing'}.</strong> {means.because}
            </p>
            {means.also.map((line) => (
              <p key={line}>{line}</p>
            ))}
            <p className="flex flex-wrap items-center gap-x-4">
              {means.system && means.system !== supply.earthing && !isSealed && (
                <Button onClick={() => record({ earthing: means.system })} className="max-md:min-h-11">
                  Take {means.system}
                </Button>
              )}
              {means.finding && !isSealed && (
                <JobLink href={finding} className="py-1 underline underline-offset-4">
                  Add observation
                </JobLink>
              )}
            </p>
          </div>
        )}
      </div>
    </Disclosure>
  );
}
