'use client';

import Link from 'next/link';
import { useFirm } from '../../client/firm-provider';
import { type ClientFields, clientSorts, clientWords } from '../../core/firm/kinds/client';
import type { LatestVisit } from '../../server/installations';
import { ChoiceField, EntryField, asLine, asText } from '../../ui/entry-field';
import { FirmSending } from '../house/firm-sending';
import { useRecord } from '../house/use-record';
import { InstallationRow } from './installation-row';

/** Who a client is, and their installations. */
export function ClientPage({
  clientId,
  visits,
}: {
  readonly clientId: string;
  readonly visits: readonly LatestVisit[];
}) {
  const { firm, loaded } = useFirm();
  const record = useRecord();
  const client = firm.clients.get(clientId);
  const say = (fields: Partial<ClientFields>) => record({ kind: 'client.described', body: { clientId, fields } });
  if (!client)
    return (
      <div className="pt-6">
        <h1 className="text-2xl">{loaded ? 'No such client' : 'Opening…'}</h1>
        <Link href="/clients" className="underline underline-offset-4">
          All clients
        </Link>
      </div>
    );
  const places = [...firm.installations.values()].filter((place) => place.clientId === clientId);
  const visitOf = new Map(visits.map((visit) => [visit.installationId, visit]));
  return (
    <>
      <FirmSending title={client.name} />
      <div className="grid gap-x-10 gap-y-8 pt-2 lg:grid-cols-[2fr_3fr]">
        <section aria-label="Details">
          <EntryField
            label="Name"
            shown={client.name}
            parse={(text) => (text.trim() ? asLine(text) : { ok: false, problem: 'Enter a name.' })}
            commit={(name) => name && say({ name })}
          />
          <ChoiceField
            label="Type"
            value={client.sort}
            options={clientSorts.map((value) => ({ value, label: clientWords[value] }))}
            commit={(sort) => say({ sort })}
          />
          <EntryField
            label="Telephone"
            type="tel"
            shown={client.telephone}
            parse={asLine}
            commit={(telephone) => say({ telephone: telephone ?? '' })}
          />
          <EntryField
            label="E-mail"
            type="email"
            shown={client.email}
            parse={asLine}
            commit={(email) => say({ email: email ?? '' })}
          />
          <EntryField
            label="Address"
            lines={2}
            shown={client.address}
            parse={asText}
            commit={(address) => say({ address: address ?? '' })}
            hint="For letters and invoices. Issued documents do not change."
          />
        </section>
        <section aria-labelledby="places">
          <h2 id="places" className="border-b border-rule-strong pb-1 text-xl">
            Installations <span className="text-base text-faint">{places.length}</span>
          </h2>
          {places.length === 0 && <p className="py-2 text-faint">None yet. A new job for this client adds one.</p>}
          <ul>
            {places.map((place) => (
              <InstallationRow key={place.id} installation={place} visit={visitOf.get(place.id) ?? null} />
            ))}
          </ul>
        </section>
      </div>
    </>
  );
}
