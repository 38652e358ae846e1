import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

/** One of PostgreSQL's own tools: Debian's, the newest; elsewhere the one that is found by name. */
export function tool(name: 'pg_dump' | 'pg_restore'): string {
  const home = '/usr/lib/postgresql';
  const versions = existsSync(home) ? readdirSync(home).sort((a, b) => Number(b) - Number(a)) : [];
  return versions.map((version) => join(home, version, 'bin', name)).find(existsSync) ?? name;
}

/** How such a tool reaches a database, and the password it is given beside. */
export function reaching(url: string): {
  readonly args: string[];
  readonly database: string;
  readonly env: NodeJS.ProcessEnv;
} {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    args: ['-h', hostname, '-p', port || '5432', '-U', username],
    database: pathname.slice(1),
    env: { ...process.env, PGPASSWORD: decodeURIComponent(password) },
  };
}
