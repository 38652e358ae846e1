import { readFileSync, readdirSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';
import { root } from '../setup/state.mjs';

/** Every route and page there is, read from the source, as patterns with their parameters in brackets. */
export function routes() {
  const files = [];
  const walk = (folder) => {
    for (const name of readdirSync(folder))
      if (statSync(join(folder, name)).isDirectory()) walk(join(folder, name));
      else files.push(join(folder, name));
  };
  walk(join(root, 'src', 'app'));
  return files
    .filter((file) => /\/(route|page)\.tsx?$/.test(file) && !file.includes('[...all]'))
    .map((file) => ({
      pattern: `/${relative(join(root, 'src', 'app'), file).replace(/\/?(route|page)\.tsx?$/, '')}`
        .replace(/\(house\)\/?/, '')
        .replace('/[[...stage]]', ''),
      methods: /route\.ts$/.test(file)
        ? [...readFileSync(file, 'utf8').matchAll(/\b(GET|POST|PUT|PATCH|DELETE)\b/g)].map(([method]) => method)
        : ['GET'],
    }));
}

/** Every action of the built application, by its id. */
export const actions = () =>
  Object.keys(
    JSON.parse(readFileSync(join(root, '.next', 'server', 'server-reference-manifest.json'), 'utf8')).node ?? {},
  );
