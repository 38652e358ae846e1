import { bodyOf } from '../certificates/registry';
import type { AskedToSign } from '../../server/links';
import { SignForm } from './sign-form';

/** What somebody outside the firm is asked to sign: the paper first, then the words, then the signature. */
export function SignView({ asked, token }: { asked: AskedToSign; token: string }) {
  const { model } = asked;
  const shown = bodyOf(asked.kind);
  return (
    <main className="mx-auto max-w-2xl space-y-5 px-4 py-6">
      <header className="border-b border-rule-strong pb-3">
        <p className="text-sm text-faint">{model.firm.name} requests your signature</p>
        <h1 className="text-2xl">{asked.title}</h1>
        <p className="whitespace-pre-line">{model.site[0]?.value}</p>
      </header>
      {shown && <shown.Body model={model} closed={new Map()} />}
      <p>
        <a className="underline underline-offset-4" href={`/sign/${token}/draft`}>
          Draft PDF
        </a>
      </p>
      <section aria-labelledby="declaration" className="margin-line space-y-3 pl-4">
        <h2 id="declaration" className="text-xl">
          {asked.roleTitle}
        </h2>
        <p>{asked.statement}</p>
        {!asked.isFinished ? (
          <p role="note" className="font-semibold">
            Not ready to sign yet. Open the same link again later.
          </p>
        ) : (
          <SignForm token={token} upTo={asked.upTo} name={asked.name} />
        )}
      </section>
    </main>
  );
}
