import * as z from 'zod';

const answer = z.object({
  found: z.array(z.object({ group: z.string(), says: z.string(), aside: z.string(), href: z.string() })),
});
/** Something the firm has: a job, document, client, installation, instrument or person, and its page. */
export type FirmFindable = z.infer<typeof answer>['found'][number];

/** What the firm has, by name; nothing where the server cannot be reached. */
export async function firmFindables(): Promise<readonly FirmFindable[]> {
  try {
    const response = await fetch('/api/find');
    return response.ok ? answer.parse(await response.json()).found : [];
  } catch {
    return [];
  }
}

/** The same in the groups of a list, each gone to by its page. */
export const inGroups = (found: readonly FirmFindable[], go: (href: string) => void) =>
  [...new Set(found.map(({ group }) => group))].map((name) => ({
    name,
    whenAsked: name !== 'Jobs',
    items: found
      .filter(({ group }) => group === name)
      .map(({ says, aside, href }) => ({ id: `${href} ${says}`, says, aside, run: () => go(href) })),
  }));
