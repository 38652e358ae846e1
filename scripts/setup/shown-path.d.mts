export declare const shownPath: (url: string, most?: number) => string;
export declare const isReadable: (url: string) => boolean;
export declare const kindOfPath: (url: string) => string;
