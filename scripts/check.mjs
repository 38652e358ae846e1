// npm run check: lint with the architecture's arrows, form, what nobody imports, and types.
import { ensureNodeModules } from './setup/packages.mjs';
import { lint, types } from './setup/checks.mjs';

await ensureNodeModules();
process.exit((await lint()) || (await types()) ? 1 : 0);
