type Asked = { path: string; method: string; address: string; cookies?: string };
export type Entered = { leave: () => void } | { status: 429 | 503; seconds: number };
export declare const carriesSession: (cookies: string | undefined, secret: string) => boolean;
export declare const gate: (settings: { secret: string; pagesAMinute?: number; now?: () => number }) => {
  enter: (asked: Asked) => Promise<Entered>;
};
