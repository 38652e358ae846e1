import nextVitals from 'eslint-config-next/core-web-vitals';
import nextTs from 'eslint-config-next/typescript';
import boundaries from 'eslint-plugin-boundaries';

/** The rooms of the architecture, inner ones first; a room may import only what it lists. */
const core = ['quantity', 'edition', 'installation', 'network', 'meter', 'inspection', 'ledger', 'document'];
const tests = ['loop', 'insulation', 'continuity', 'residual', 'polarity', 'origin', 'isolation', 'ring', 'demand', 'capacity'];
const allow = {
  'core-quantity': [],
  'core-network': [],
  'core-edition': ['core-quantity'],
  'core-installation': ['core-quantity', 'core-edition'],
  'core-meter': ['core-quantity', 'core-installation', 'core-network', 'core-edition'],
  ...Object.fromEntries(tests.map((name) => [`core-${name}`, ['core-quantity', 'core-edition', 'core-installation', 'core-network', 'core-meter']])),
  'core-ring': ['core-quantity', 'core-edition', 'core-installation', 'core-network', 'core-meter', 'core-inspection'],
  'core-inspection': ['core-quantity', 'core-edition', 'core-installation'],
  'core-ledger': ['core-quantity', 'core-edition', 'core-installation', 'core-inspection', 'core-isolation'],
  'core-document': [...core, ...tests].map((name) => `core-${name}`),
};
const everyCore = [...core, ...tests].map((name) => `core-${name}`);
const rooms = {
  ...allow,

  db: [...everyCore, 'env'],
  documents: everyCore,
  standins: everyCore,
  ui: [],
  workers: everyCore,
  features: [...everyCore, 'db', 'documents', 'standins', 'ui', 'workers', 'env'],
  app: [...everyCore, 'db', 'features', 'ui'],
};

const config = [
  { ignores: ['.next/**', '.local/**', 'node_modules/**', 'next-env.d.ts', 'test-results/**'] },
  ...nextVitals,
  ...nextTs,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false }],
      'react-hooks/set-state-in-effect': 'off',
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts', '**/*.test.tsx'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: { alwaysTryTypes: true } },
      'boundaries/include': ['src/**/*'],
      'boundaries/elements': [
        ...[...core, ...tests].map((name) => ({ type: `core-${name}`, pattern: `src/core/${name}` })),
        ...['db', 'documents', 'standins', 'features', 'ui', 'app', 'workers'].map((type) => ({ type, pattern: `src/${type}` })),

      ],
    },
    rules: {
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: Object.entries(rooms).map(([from, to]) => ({ from: { element: { type: from } }, allow: { to: { element: { type: [from, ...to] } } } })),
        },
      ],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [{ regex: '^(?!zod$|\\.\\.?/)', message: 'Core imports nothing outside core but Zod.' }] }],
      'no-restricted-globals': ['error', ...['window', 'document', 'process', 'fetch', 'Buffer', 'setTimeout', 'performance'].map((name) => ({ name, message: 'Core knows no platform.' }))],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'Randomness comes in as an argument.' }, { object: 'Date', property: 'now', message: 'Time comes in as an argument.' }],
    },
  },
];

export default config;
