import type { z } from 'zod';

/** What a verb answers: 0 fine, 1 findings, 2 input that cannot be used, with the reason. */
export type Answer =
  | { readonly exit: 0 | 1; readonly output: unknown }
  | { readonly exit: 2; readonly output: { readonly problem: string } };
export const unusable = (problem: string): Answer => ({ exit: 2, output: { problem } });

/** A verb that reads what a schema describes; anything else is refused with its place. */
export const answering =
  <T extends z.ZodType>(schema: T, answer: (input: z.infer<T>) => Answer) =>
  (raw: unknown): Answer => {
    const parsed = schema.safeParse(raw);
    if (parsed.success) return answer(parsed.data);
    const issue = parsed.error.issues[0];
    return unusable(`${issue?.path.map(String).join('.') || 'whole file'}: ${issue?.message ?? 'unreadable'}`);
  };
