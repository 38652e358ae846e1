// After `npm install`: adds to package-lock.json the optional binaries of other platforms that npm left out here,
// so that `npm ci` accepts the lock on every machine. Versions only; npm fills in the rest where it installs them.
import { readFileSync, writeFileSync } from 'node:fs';

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
for (const [path, entry] of Object.entries(lock.packages)) {
  for (const [name, range] of Object.entries(entry.optionalDependencies ?? {})) {
    const nested = `${path ? `${path}/` : ''}node_modules/${name}`;
    const top = `node_modules/${name}`;
    if (lock.packages[nested] || lock.packages[top]) continue;
    lock.packages[top] = { version: range.replace(/^[\^~]/, ''), optional: true };
  }
}
lock.packages = Object.fromEntries(Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync('package-lock.json', `${JSON.stringify(lock, null, 2)}\n`);
