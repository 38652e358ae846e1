import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { capture } from './run.mjs';
import { local } from './state.mjs';

const version = '13.5.0';
const home = join(local, 'lighthouse');
const inside = (path) => join(home, 'node_modules', 'lighthouse', path);

/** Lighthouse, beside the application and no part of it: put there the first time a bench asks for it. */
export async function ensureLighthouse() {
  if (!existsSync(inside('package.json'))) {
    mkdirSync(home, { recursive: true });
    const quiet = ['--no-save', '--no-audit', '--no-fund', '--ignore-scripts', '--silent'];
    capture('npm', ['install', '--prefix', home, ...quiet, `lighthouse@${version}`]);
  }
  const load = (path) => import(pathToFileURL(inside(path)).href);
  const [{ default: lighthouse }, { default: desktop }] = await Promise.all([
    load('core/index.js'),
    load('core/config/desktop-config.js'),
  ]);
  return { lighthouse, desktop };
}
