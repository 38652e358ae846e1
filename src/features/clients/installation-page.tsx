'use client';

import { LocateFixed } from 'lucide-react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { useFirm } from '../../client/firm-provider';
import type { InstallationFields } from '../../core/firm/kinds/installation';
import { showDay } from '../../core/words/day';
import type { Neighbour } from '../../server/neighbours';
import type { JobSummary } from '../../server/projections/job-summary';
import { Button } from '../../ui/button';
import { ChoiceField, EntryField, Row, asLine, asText } from '../../ui/entry-field';
import { FirmSending } from '../house/firm-sending';
import { useRecord } from '../house/use-record';
import { whereThisIs } from '../house/where-this-is';

type Props = {
  readonly installationId: string;
  readonly visits: readonly JobSummary[];
  /** What was found in the same street. */
  readonly neighbours: readonly Neighbour[];
  /** What opens a job here. */
  readonly children: ReactNode;
};

/** One installation: how to get in, who pays, and every visit to it. */
export function InstallationPage({ installationId, visits, neighbours, children }: Props) {
  const { firm } = useFirm();
  const record = useRecord();
  const place = firm.installations.get(installationId);
  const say = (fields: Partial<InstallationFields>) =>
    record({ kind: 'installation.described', body: { installationId, fields } });
  if (!place) return null;
  const client = place.clientId ? firm.clients.get(place.clientId) : undefined;
  return (
    <>
      <FirmSending title={place.address.split('\n')[0]}>{children}</FirmSending>
      {client && (
        <p className="text-faint">
          For{' '}
          <Link href={`/clients/${client.id}`} className="text-ink underline underline-offset-4">
            {client.name}
          </Link>
          {client.telephone && `, ${client.telephone}`}
        </p>
      )}
      <div className="grid gap-x-10 gap-y-8 pt-4 lg:grid-cols-[2fr_3fr]">
        <section aria-label="Details">
          <EntryField
            label="Address"
            lines={2}
            shown={place.address}
            parse={(text) => (text.trim() ? asText(text) : { ok: false, problem: 'Enter an address.' })}
            commit={(address) => address && say({ address })}
            hint="Issued documents do not change."
          />
          <EntryField
            label="Premises"
            shown={place.premises}
            parse={asLine}
            commit={(premises) => say({ premises: premises ?? '' })}
          />
          <ChoiceField
            label="Client: who pays"
            value={place.clientId}
            options={[...firm.clients.values()].map(({ id, name }) => ({ value: id, label: name }))}
            commit={(clientId) => say({ clientId })}
          />
          <EntryField
            label="Access"
            lines={2}
            shown={place.access}
            parse={asText}
            commit={(access) => say({ access: access ?? '' })}
            hint="Contact, keys, dogs, loft hatch."
          />
          <EntryField
            label="Parking"
            shown={place.parking}
            parse={asLine}
            commit={(parking) => say({ parking: parking ?? '' })}
          />
          <Here position={place.position} say={(at) => say({ position: at })} />
        </section>
        <section aria-labelledby="visits">
          <h2 id="visits" className="border-b border-rule-strong pb-1 text-xl">
            Visits <span className="text-base text-faint">{visits.length}</span>
          </h2>
          {visits.length === 0 && <p className="py-2 text-faint">None yet.</p>}
          <ul>
            {visits.map((visit) => (
              <li
                key={visit.jobId}
                className="relative grid gap-x-4 border-b border-rule py-2 hover:bg-hover sm:grid-cols-[10rem_1fr_auto]"
              >
                <span>{visit.inspectedOn ? showDay(visit.inspectedOn) : 'no date yet'}</span>
                <span>
                  <Link href={`/jobs/${visit.jobId}`} className="font-semibold after:absolute after:inset-0">
                    {visit.document} {visit.documentNumber ?? visit.reference}
                  </Link>
                  <span className="block text-sm text-faint">
                    {visit.codes || 'no observations'}
                    {visit.dueOn && `; next due ${showDay(visit.dueOn)}`}
                  </span>
                </span>
                <span className="text-sm text-faint">{visit.status}</span>
              </li>
            ))}
          </ul>
          {neighbours.length > 0 && (
            <section aria-labelledby="neighbours" className="pt-6">
              <h2 id="neighbours" className="border-b border-rule-strong pb-1 text-xl">
                In the same street
              </h2>
              <ul>
                {neighbours.map((each) => (
                  <li key={each.jobId} className="relative border-b border-rule py-1.5 text-sm hover:bg-hover">
                    <Link href={`/jobs/${each.jobId}`} className="font-semibold after:absolute after:inset-0">
                      {each.siteAddress.split('\n').join(', ')}
                    </Link>
                    <span className="block text-faint">
                      {[
                        each.premises,
                        each.earthing,
                        each.wirings.join(', '),
                        each.devices.join(', '),
                        each.ageYears !== null && `wiring about ${each.ageYears} years old`,
                      ]
                        .filter(Boolean)
                        .join('; ')}
                    </span>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </section>
      </div>
    </>
  );
}

/** Where it is, told by the phone standing there: what travel is worked out from. */
function Here({
  position: at,
  say,
}: {
  readonly position: InstallationFields['position'];
  readonly say: (at: InstallationFields['position']) => void;
}) {
  return (
    <Row id="position" label="Where">
      <div className="flex flex-wrap items-center gap-3">
        <span className={at ? '' : 'text-faint'}>
          {at ? `${at.north.toFixed(4)}, ${at.east.toFixed(4)}` : 'from its postcode, approximate'}
        </span>
        <Button look="quiet" onClick={() => void whereThisIs().then((here) => here && say(here))}>
          <LocateFixed size={16} aria-hidden /> Use my location
        </Button>
        {at && (
          <Button look="quiet" onClick={() => say(null)}>
            Clear location
          </Button>
        )}
      </div>
    </Row>
  );
}
