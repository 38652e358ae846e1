// Whose database cluster a checkout remembers: its own, one it took along when it was moved, or that of the folder it is a copy of.
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const remembered = (root) => {
  try {
    return JSON.parse(readFileSync(join(root, '.local', 'cluster.json'), 'utf8'));
  } catch {
    return null;
  }
};

/** The folder a cluster was made for, where that is known: before it was noted, by where the cluster lies within it. */
const madeFor = (kept) =>
  kept.root ?? (kept.data.endsWith(join('.local', 'postgres')) ? dirname(dirname(kept.data)) : null);

/**
 * What a checkout at `here` makes of the cluster it remembers:
 *   own    it was made for this folder
 *   moved  the folder it was made for is gone, or knows it no longer: the cluster came along
 *   copy   the folder it was made for still stands and uses it: this one may not
 */
export function whoseCluster(kept, here) {
  if (!kept) return { is: 'own', data: null };
  const original = madeFor(kept);
  if (original === null || original === here) return { is: 'own', data: kept.data };
  if (existsSync(original) && remembered(original)?.data === kept.data)
    return { is: 'copy', original, data: kept.data };
  const within = kept.data.startsWith(join(original, '.local'));
  return { is: 'moved', original, data: within ? join(here, '.local', 'postgres') : kept.data };
}
