/** What is tried by hand once an installation is live, each by its name. */
export const functions = [
  'switches',
  'two-way',
  'isolator',
  'fan overrun',
  'controls',
  'interlock',
  'charging stops',
  'main switch',
  'alarms linked',
  'emergency light',
] as const;
export type FunctionName = (typeof functions)[number];

export const functionOf = (name: FunctionName) => ({ test: 'function', position: name }) as const;
