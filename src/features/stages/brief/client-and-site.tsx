'use client';

import { useJob } from '../../../client/job-provider';
import type { JobBody } from '../../../core/catalogue';
import { countries } from '../../../core/installation/country';
import { ChoiceField, EntryField, asLine, asText } from '../../../ui/entry-field';
import { useWanted } from '../../workspace/use-wanted';
import type { Record } from './brief-stage';

/** Who pays, where it is, and who lives there. */
export function ClientAndSite({ record }: { record: Record }) {
  const { job } = useJob();
  const at = useWanted();
  const client = (fields: JobBody<'client.named'>) => record({ kind: 'client.named', body: fields });
  const site = (fields: JobBody<'site.described'>) => record({ kind: 'site.described', body: fields });
  return (
    <>
      <h1 className="pb-1 text-xl">Client and installation</h1>
      <EntryField
        label="Client: who pays"
        shown={job.client.name ?? ''}
        parse={asLine}
        commit={(name) => client({ name })}
        {...at({ of: 'client', field: 'name' })}
      />
      <EntryField
        label="Client address"
        shown={job.client.address ?? ''}
        lines={2}
        parse={asText}
        commit={(address) => client({ address })}
        {...at({ of: 'client', field: 'address' })}
      />
      <EntryField
        label="Telephone"
        type="tel"
        shown={job.client.telephone ?? ''}
        parse={asLine}
        commit={(telephone) => client({ telephone })}
      />
      <EntryField
        label="E-mail"
        type="email"
        shown={job.client.email ?? ''}
        parse={asLine}
        commit={(email) => client({ email })}
      />
      <EntryField
        label="Installation at"
        shown={job.site.address ?? ''}
        lines={2}
        parse={asText}
        commit={(address) => site({ address })}
        {...at({ of: 'site', field: 'address' })}
      />
      <EntryField
        label="Occupier"
        shown={job.site.occupier ?? ''}
        parse={asLine}
        commit={(occupier) => site({ occupier })}
        {...at({ of: 'site', field: 'occupier' })}
        hint="May differ from the client. Enter vacant if empty."
      />
      <EntryField
        label="Premises"
        lines={2}
        shown={job.site.premises ?? ''}
        parse={asLine}
        commit={(premises) => site({ premises })}
        {...at({ of: 'site', field: 'premises' })}
      />
      <ChoiceField
        label="Country"
        value={job.site.country ?? null}
        options={countries.map((value) => ({ value, label: value }))}
        commit={(country) => site({ country })}
        {...at({ of: 'site', field: 'country' })}
      />
    </>
  );
}
