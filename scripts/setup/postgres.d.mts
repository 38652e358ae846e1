export declare const freePort: (wanted?: number) => Promise<number | null>;
