// What must hold before anything runs: the architecture's arrows, the form of the code, no dead exports, the types.
import { bin, show } from './run.mjs';

/** The first check that fails answers for all. */
async function every(commands) {
  for (const [command, args] of commands) {
    const code = await show(bin(command), args);
    if (code !== 0) return code;
  }
  return 0;
}

export const lint = () =>
  every([
    ['prettier', ['--check', '--log-level', 'warn', '.']],
    ['eslint', ['.', '--max-warnings', '0']],
    ['knip', ['--no-progress', '--no-config-hints']],
  ]);

export const types = () => every([['tsc', ['--noEmit', '-p', '.']]]);
