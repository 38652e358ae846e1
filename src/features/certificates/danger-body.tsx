import { noticeModel } from '../../core/certificates/danger-notice/model';
import { sayByLink } from '../../core/certificates/paper';
import type { PrintedModel } from '../../core/certificates/printed-model';

/** The first words of a danger notice. */
export function DangerOutcome({ model }: { model: PrintedModel }) {
  return <p className="hatch border-2 border-ink px-3 py-1 text-xl font-semibold">{noticeModel.read(model).warning}</p>;
}

/** What a danger notice says. */
export function DangerBody({ model }: { model: PrintedModel }) {
  const { dangers, advice, declarations } = noticeModel.read(model);
  return (
    <>
      {dangers.map(({ id, number, what, facts }) => (
        <section key={id} aria-labelledby={id}>
          <h2 id={id} className="text-lg">
            Danger {number}: {what}
          </h2>
          <dl className="grid gap-x-3 pt-2 text-sm sm:grid-cols-[13rem_1fr]">
            {facts.map(({ label, value }) => (
              <div key={label} className="contents">
                <dt className="text-faint">{label}</dt>
                <dd className="whitespace-pre-line">{value}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
      <section aria-labelledby="now">
        <h2 id="now" className="text-lg">
          What to do now
        </h2>
        <ul className="list-disc pl-5">
          {advice.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </section>
      {declarations.map(({ role, title, name, position, byLink }) => (
        <p key={role} className="text-sm">
          {title}: {name}, {position}
          {byLink && ` (signed ${sayByLink(byLink)})`}
        </p>
      ))}
    </>
  );
}
