'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { v7 } from 'uuid';
import { useFirm } from '../../client/firm-provider';
import { type Client, blankClient, clientWords } from '../../core/firm/kinds/client';
import type { Installation } from '../../core/firm/kinds/installation';
import type { LatestVisit } from '../../server/installations';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { FormField } from '../../ui/form-field';
import { toast } from '../../ui/toast';
import { FirmSending } from '../house/firm-sending';
import { useRecord } from '../house/use-record';
import { takeUpJobsAction } from './actions';
import { InstallationRow } from './installation-row';

const mostShown = 40;

type Props = { readonly visits: readonly LatestVisit[]; readonly atNone: number };

/** Who the firm works for and where, each place with its last visit and when the next is due. */
export function ClientList({ visits, atNone }: Props) {
  const { firm } = useFirm();
  const [asked, setAsked] = useState('');
  const places = [...firm.installations.values()];
  const says = (text: string) => text.toLowerCase().includes(asked.trim().toLowerCase());
  const group = (client: Client | null) => {
    const own = places.filter(({ clientId }) => clientId === (client?.id ?? null));
    const isAsked = says(`${client?.name} ${client?.telephone} ${client?.email}`);
    return { client, places: isAsked ? own : own.filter(({ address }) => says(address)), isAsked };
  };
  const clients = [...firm.clients.values()].sort((a, b) => a.name.localeCompare(b.name, 'en'));
  const groups = [...clients.map(group), group(null)].filter((each) => each.isAsked || each.places.length > 0);
  const shown = groups.filter(({ client, places }) => client !== null || places.length > 0);
  const visitOf = new Map(visits.map((visit) => [visit.installationId, visit]));
  return (
    <>
      <FirmSending title="Clients and installations">
        <AddClient />
      </FirmSending>
      {atNone > 0 && <TakeUp count={atNone} />}
      <div>
        {clients.length > 5 && (
          <input
            type="search"
            aria-label="Search"
            placeholder="Name, number or address"
            value={asked}
            onChange={(event) => setAsked(event.target.value)}
            className="mt-3 min-h-9 w-full max-w-sm rounded-md border border-rule-strong bg-sheet px-2"
          />
        )}
        {clients.length + places.length === 0 && (
          <p className="mt-4 border-y border-rule py-10 text-center">
            No clients yet. A new job adds its client and address here.
          </p>
        )}
        {shown.slice(0, mostShown).map(({ client, places }) => (
          <Group key={client?.id ?? 'none'} client={client} places={places} visitOf={visitOf} />
        ))}
        {shown.length > mostShown && (
          <p className="pt-4 text-sm text-faint">{shown.length - mostShown} more: search above.</p>
        )}
        {shown.length === 0 && asked && <p className="py-6 text-faint">No client matches “{asked}” with them.</p>}
      </div>
    </>
  );
}

function Group({
  client,
  places,
  visitOf,
}: {
  readonly client: Client | null;
  readonly places: readonly Installation[];
  readonly visitOf: ReadonlyMap<string, LatestVisit>;
}) {
  return (
    <section
      aria-label={client?.name ?? 'No client'}
      className="mt-3 grid gap-x-6 border-t border-rule-strong md:grid-cols-[15rem_1fr]"
    >
      <div className="pt-2">
        <h2 className="text-lg leading-snug">
          {client ? (
            <Link href={`/clients/${client.id}`} className="underline decoration-rule-strong underline-offset-4">
              {client.name}
            </Link>
          ) : (
            'No client'
          )}
        </h2>
        <p className="text-sm text-faint">
          {[client?.sort && clientWords[client.sort], client?.telephone, client?.email].filter(Boolean).join(', ')}
        </p>
      </div>
      {places.length === 0 && <p className="py-2 text-sm text-faint">No installation yet.</p>}
      <ul className="[&>li:last-child]:border-b-0">
        {places.map((place) => (
          <InstallationRow key={place.id} installation={place} visit={visitOf.get(place.id) ?? null} />
        ))}
      </ul>
    </section>
  );
}

/** Jobs opened before installations were kept belong to none: put to the one at their address. */
function TakeUp({ count }: { count: number }) {
  const router = useRouter();
  const [pending, start] = useTransition();
  return (
    <p className="margin-line mt-3 flex flex-wrap items-center gap-3 pl-3 text-sm">
      {count} job{count === 1 ? '' : 's'} not yet linked to an installation.
      <Button
        disabled={pending}
        onClick={() =>
          start(async () => {
            toast(await takeUpJobsAction());
            router.refresh();
          })
        }
      >
        {pending ? 'Linking…' : 'Link each by its address'}
      </Button>
    </p>
  );
}

function AddClient() {
  const record = useRecord();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const add = () => {
    const clientId = v7();
    if (record({ kind: 'client.added', body: { clientId, fields: blankClient(name) } })) {
      setOpen(false);
      setName('');
    }
  };
  return (
    <>
      <Button onClick={() => setOpen(true)}>Add client</Button>
      <Dialog open={open} onOpenChange={setOpen} title="Add client">
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim()) add();
          }}
        >
          <FormField label="Name" value={name} onChange={(event) => setName(event.currentTarget.value)} />
          <Button type="submit" look="next" disabled={!name.trim()} className="w-full">
            Save client
          </Button>
        </form>
      </Dialog>
    </>
  );
}
