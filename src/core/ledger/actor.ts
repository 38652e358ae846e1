export const roles = ['inspector', 'supervisor', 'office'] as const;
export type Role = (typeof roles)[number];

/**
 * Who is appending: the same for a browser's own check and the server's. Name and position are those the firm knows,
 * which a signature carries; absent where nobody is signed in.
 */
export type Actor = {
  readonly id: string;
  readonly roles: readonly Role[];
  readonly name?: string;
  readonly position?: string;
};

/** Somebody who may record technical facts: everyone but the office alone. */
export const isTechnical = (actor: Actor): boolean => actor.roles.some((role) => role !== 'office');

/** Somebody who answers for the firm: asks people in, says what they may do, ends their access. */
export const supervises = (actor: Actor): boolean => actor.roles.includes('supervisor');

export type Admission = { readonly accepted: true } | { readonly accepted: false; readonly reason: string };

export const accepted: Admission = { accepted: true };
export const refused = (reason: string): Admission => ({ accepted: false, reason });
