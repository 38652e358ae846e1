// Brings what a fresh machine lacks: npm packages, and Debian's own.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Stop, hashOf, recall, remember, root, say } from './state.mjs';
import { show } from './run.mjs';

const isRoot = () => process.getuid?.() === 0;

/** Installs npm packages when package-lock.json is not what was installed last. */
export async function ensureNodeModules() {
  const wanted = hashOf(['package-lock.json']);
  if (existsSync(join(root, 'node_modules', '.package-lock.json')) && recall('node-modules')?.hash === wanted) return;
  say('Installing npm packages…');
  if ((await show('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])) !== 0) {
    throw new Stop(
      'npm could not install the packages (see above). Check the network or registry, then run the command again.',
    );
  }
  remember('node-modules', { hash: wanted });
}

/** Installs Debian packages unless `present` says they are there. */
export async function ensureDebian(packages, present) {
  if (present()) return;
  const command = `apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  const sudo = isRoot() ? [] : spawnSync('sudo', ['-n', 'true']).status === 0 ? ['sudo', '-n'] : null;
  if (!sudo)
    throw new Stop(
      `${packages.join(', ')} missing, and this user may not install. Run:\n\n  sudo apt-get update && sudo ${command}\n\nthen this command again.`,
    );
  say(`Installing Debian packages: ${packages.join(', ')}…`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (args) =>
    spawnSync([...sudo, 'apt-get', ...args][0], [...sudo, 'apt-get', ...args].slice(1), { env, encoding: 'utf8' });
  const install = ['install', '-y', '-qq', '--no-install-recommends', ...packages];
  let result = apt(install);
  if (result.status !== 0) {
    apt(['update', '-qq']);
    result = apt(install);
  }
  if (result.status !== 0 || !present()) {
    throw new Stop(
      `Debian would not install ${packages.join(', ')}:\n${result.stderr}\nRun it by hand, then this command again:\n\n  ${command}`,
    );
  }
}
