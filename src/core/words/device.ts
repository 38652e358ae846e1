const systems = [
  [/iPhone/, 'iPhone'],
  [/iPad/, 'iPad'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'Mac'],
  [/Linux/, 'Linux'],
] as const;
const browsers = [
  [/Firefox\//, 'Firefox'],
  [/Edg\//, 'Edge'],
  [/(HeadlessChrome|Chrome|CriOS)\//, 'Chrome'],
  [/Safari\//, 'Safari'],
] as const;
const firstOf = (agent: string, names: readonly (readonly [RegExp, string])[]) =>
  names.find(([pattern]) => pattern.test(agent))?.[1];

/** What a device is called by the name its browser gives: "Chrome on Android". */
export function deviceOf(agent: string): string {
  const [browser, system] = [firstOf(agent, browsers), firstOf(agent, systems)];
  return browser && system ? `${browser} on ${system}` : (browser ?? system ?? 'Unknown device');
}
