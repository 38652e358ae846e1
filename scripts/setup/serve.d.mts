export type Demo = { password: string; people: { email: string; roles: string; name: string }[] };
export type Served = {
  baseUrl: string;
  env: Record<string, string>;
  demo: Demo;
  postgres: { restart: () => void };
  kill: (signal?: NodeJS.Signals) => Promise<void>;
  revive: () => Promise<void>;
  another: (more?: Record<string, string>) => Promise<{ baseUrl: string; pid: number }>;
  stop: () => Promise<void>;
};
export declare const serveDemo: (
  purpose: string,
  options?: { appUrl?: string; more?: Record<string, string> },
) => Promise<Served>;
export declare const temporaryDatabase: (
  purpose: string,
) => Promise<{ env: Record<string, string>; database: string; drop: () => Promise<void> }>;
