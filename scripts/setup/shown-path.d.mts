export declare const shownPath: (url: string, most?: number) => string;
export declare const kindOfPath: (url: string) => string;
