// npm run check: lint with the architecture's arrows, and types.
import { ensureNodeModules } from './setup/packages.mjs';
import { bin, show } from './setup/run.mjs';

await ensureNodeModules();
const lint = await show(bin('eslint'), ['.', '--max-warnings', '0']);
const types = await show(bin('tsc'), ['--noEmit', '-p', '.']);
process.exit(lint || types ? 1 : 0);
