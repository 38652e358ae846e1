export const securityHeaders: Readonly<Record<string, string>>;
