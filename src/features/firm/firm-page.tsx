'use client';

import Link from 'next/link';
import { leastYearsKept } from '../../core/firm/kinds/defaults';
import { editionPack } from '../../core/edition/editions';
import { editionIds } from '../../core/edition/pack';
import { schoolWords, schools } from '../../core/job/kinds/brief';
import { useFirm } from '../../client/firm-provider';
import { type Record, useRecord } from '../house/use-record';
import { ChoiceField, EntryField, asLine, asNumber, asText } from '../../ui/entry-field';
import { Editions } from './editions';
import { CardNotes } from './card-notes';
import { Instruments } from './instruments';
import { Logo } from './logo';
import { FirmSending } from '../house/firm-sending';
import { People } from './people';
import { PriceList } from './price-list';

/** The firm: what its documents carry, what it measures with, who works for it, and what a new job begins with. */
export function FirmPage() {
  const { firm } = useFirm();
  const record = useRecord();
  return (
    <>
      <FirmSending title={firm.particulars.name ?? 'Company'} />
      <div className="grid gap-x-10 gap-y-8 pt-4 lg:grid-cols-2">
        <div className="space-y-8">
          <Particulars record={record} />
          <Defaults record={record} />
        </div>
        <div className="space-y-8">
          <>
            <Instruments record={record} />
            <CardNotes record={record} />
          </>
          <Editions record={record} />
          <PriceList record={record} />
        </div>
        <div className="lg:col-span-2">
          <People />
        </div>
      </div>
    </>
  );
}

const demanded = (what: string) => (text: string) =>
  text.trim() === ''
    ? { ok: false as const, problem: `Every document shows ${what}: it cannot be empty.` }
    : asText(text);

function Particulars({ record }: { record: Record }) {
  const { particulars } = useFirm().firm;
  const say = (body: typeof particulars) => record({ kind: 'firm.described', body });
  return (
    <section aria-labelledby="particulars">
      <h2 id="particulars" className="scroll-mt-4 pb-1 text-xl">
        Company details on documents
      </h2>
      <EntryField
        label="Name"
        shown={particulars.name ?? ''}
        parse={(text) => (text.trim() ? asLine(text) : demanded('the name')(text))}
        commit={(name) => name && say({ name })}
      />
      <EntryField
        label="Address"
        lines={2}
        shown={particulars.address ?? ''}
        parse={demanded('the address')}
        commit={(address) => address && say({ address })}
      />
      <EntryField
        label="Telephone"
        type="tel"
        shown={particulars.telephone ?? ''}
        parse={asLine}
        commit={(telephone) => say({ telephone: telephone ?? '' })}
      />
      <EntryField
        label="E-mail"
        type="email"
        shown={particulars.email ?? ''}
        parse={asLine}
        commit={(email) => say({ email: email ?? '' })}
        hint="Issued documents do not change."
      />
      <Logo logo={particulars.logo ?? ''} take={(logo) => say({ logo })} />
    </section>
  );
}

function Defaults({ record }: { record: Record }) {
  const { defaults, editions } = useFirm().firm;
  const own = [...editions.values()].map(({ editionId, title }) => ({ value: editionId, label: title }));
  const held = editionIds.map((value) => ({ value: value as string, label: editionPack(value).title }));
  const say = (body: typeof defaults) => record({ kind: 'defaults.set', body });
  return (
    <section aria-labelledby="defaults">
      <h2 id="defaults" className="pb-1 text-xl">
        Defaults for new jobs
      </h2>
      <ChoiceField
        label="Edition worked to"
        value={defaults.edition ?? null}
        options={[...held, ...own]}
        commit={(edition) => say({ edition })}
      />
      <ChoiceField
        label="Order of tests"
        value={defaults.school ?? null}
        options={schools.map((value) => ({ value, label: schoolWords[value] }))}
        commit={(school) => say({ school })}
      />
      <EntryField
        label="Accessories opened"
        unit="%"
        inputMode="numeric"
        shown={defaults.samplingPercent ? String(defaults.samplingPercent) : ''}
        parse={asNumber(1, 100, true)}
        commit={(samplingPercent) => say({ samplingPercent })}
      />
      <EntryField
        label="Investigate insulation below"
        unit="MΩ"
        inputMode="decimal"
        shown={defaults.investigateBelowMegohms ? String(defaults.investigateBelowMegohms) : ''}
        parse={asNumber(1, 1000)}
        commit={(investigateBelowMegohms) => say({ investigateBelowMegohms })}
        hint="A 230 V circuit that reads less, though above its minimum, is marked Check. Default 2 MΩ."
      />
      <EntryField
        label="Retention"
        unit="years"
        inputMode="numeric"
        shown={defaults.keepYears ? String(defaults.keepYears) : ''}
        parse={asNumber(leastYearsKept, 50, true)}
        commit={(keepYears) => say({ keepYears })}
        hint={
          <>
            After the last document of a job; {leastYearsKept} by default.{' '}
            <Link href="/firm/copies" className="underline underline-offset-4">
              What is past that
            </Link>
          </>
        }
      />
    </section>
  );
}
