import { sayByLink } from '../../core/certificates/paper';
import { certificateModel } from '../../core/certificates/eic/model';
import type { Fact } from '../../core/certificates/fact';
import { formModel } from '../../core/certificates/mwc/model';
import type { PrintedModel } from '../../core/certificates/printed-model';

/** Own work carries no grade: it is certified or it is not issued. */
export function WorksOutcome() {
  return <p className="border-2 border-ink px-3 py-1 text-xl font-semibold">CERTIFIED</p>;
}

/** What an installation certificate says, in short. */
export function CertificateBody({ model }: { model: PrintedModel }) {
  const { works, extentCovered, extentNotCovered, existing, departures, comeBack, declarations, remedies } =
    certificateModel.read(model);
  return (
    <Said
      facts={[
        ...works,
        { label: 'Extent covered', value: extentCovered },
        { label: 'Not covered', value: extentNotCovered },
        { label: 'Departures', value: departures },
        { label: 'On the existing installation', value: existing },
        ...comeBack,
      ]}
      remedies={remedies}
      declarations={declarations}
    />
  );
}

/** What a minor-works form says, in short. */
export function FormBody({ model }: { model: PrintedModel }) {
  const { works, circuit, declarations, remedies } = formModel.read(model);
  return <Said facts={[...works, ...circuit.slice(0, 3)]} remedies={remedies} declarations={declarations} />;
}

function Said({
  facts,
  remedies,
  declarations,
}: {
  facts: readonly Fact[];
  remedies: readonly string[];
  declarations: readonly {
    role: string;
    title: string;
    name: string;
    position: string;
    byLink?: { address: string } | undefined;
  }[];
}) {
  return (
    <section aria-labelledby="work">
      <h2 id="work" className="text-lg">
        The work
      </h2>
      <dl className="grid gap-x-3 pt-2 text-sm sm:grid-cols-[13rem_1fr]">
        {[
          ...facts,
          ...declarations.map(({ title, name, position, byLink }) => ({
            label: title,
            value: `${name}, ${position}${byLink ? `\nSigned ${sayByLink(byLink)}` : ''}`,
          })),
        ].map((fact) => (
          <div key={fact.label} className="contents">
            <dt className="text-faint">{fact.label}</dt>
            <dd className="whitespace-pre-line">{fact.value}</dd>
          </div>
        ))}
      </dl>
      {remedies.length > 0 && (
        <>
          <h3 className="pt-3 text-base">Fixes</h3>
          <ul className="text-sm">
            {remedies.map((remedy) => (
              <li key={remedy}>{remedy}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
