export type FirstStep = {
  readonly says: string;
  readonly why: string;
  readonly href: string;
  readonly isDone: boolean;
};

/** What a new company does first: each step leads to its place, is ticked once done, and all of them go with the first job. */
export function FirstSteps({ steps }: { readonly steps: readonly FirstStep[] }) {
  return (
    <section aria-labelledby="first-steps" className="mt-3 border-2 border-ink bg-sheet p-3">
      <h2 id="first-steps" className="text-lg">
        Set up in three steps
      </h2>
      <ol className="list-decimal pl-6">
        {steps.map(({ says, why, href, isDone }) => (
          <li key={says} className="py-1">
            {isDone ? (
              <span className="text-faint">✓ {says}</span>
            ) : (
              <a
                href={href}
                className="inline-flex min-h-9 items-center font-semibold underline underline-offset-4 max-md:min-h-11"
              >
                {says}
              </a>
            )}
            {!isDone && <span className="block text-sm text-faint">{why}</span>}
          </li>
        ))}
      </ol>
    </section>
  );
}
