import { useId, type ComponentProps, type ReactNode } from 'react';

type Props = Omit<ComponentProps<'input'>, 'ref'> & {
  readonly label: string;
  readonly problem?: string | undefined;
  readonly hint?: ReactNode;
  /** More than one line of text. */
  readonly lines?: number;
  readonly ref?: (field: HTMLInputElement | HTMLTextAreaElement | null) => void;
};

/** A field of a form that is sent as a whole, with what is wrong beneath it. */
export function FormField({ label, problem, hint, lines = 1, className, ref, ...input }: Props) {
  const id = useId();
  const field = {
    id,
    ref,
    'aria-invalid': problem !== undefined,
    'aria-describedby': problem ? `${id}-problem` : hint ? `${id}-hint` : undefined,
    // What the ledger takes of a line and of a paragraph: nobody types more for nothing.
    maxLength: input.maxLength ?? (lines > 1 ? 4000 : 200),
    className: `min-h-10 w-full rounded-md border border-rule-strong bg-sheet px-2 aria-invalid:hatch max-md:min-h-11 ${className ?? ''}`,
  };
  return (
    <div className="space-y-1">
      <label htmlFor={id} className="block text-sm font-semibold">
        {label}
      </label>
      {lines > 1 ? (
        <textarea {...(input as ComponentProps<'textarea'>)} {...field} rows={lines} />
      ) : (
        <input {...input} {...field} />
      )}
      {hint && !problem && (
        <p id={`${id}-hint`} className="text-xs text-faint">
          {hint}
        </p>
      )}
      {problem && (
        <p id={`${id}-problem`} role="alert" className="text-sm font-semibold">
          {problem}
        </p>
      )}
    </div>
  );
}

/** What is wrong with a form as a whole. */
export function FormProblem({ children }: { children: ReactNode }) {
  return (
    <p role="alert" className="border-l-4 border-ink pl-3 text-sm font-semibold">
      {children}
    </p>
  );
}
