import nextVitals from 'eslint-config-next/core-web-vitals';
import nextTs from 'eslint-config-next/typescript';
import boundaries from 'eslint-plugin-boundaries';

/** The rooms of the house, inner ones first. Each may import itself and what it lists. */
const record = ['core-quantity', 'core-edition', 'core-words', 'core-installation', 'core-ledger'];
const job = [...record, 'core-job'];
const measured = [...job, 'core-network', 'core-physics', 'core-measurements'];
const work = [...measured, 'core-work'];
const paper = [...work, 'core-firm', 'core-certificates'];
const core = [...paper, 'core-practice', 'core-catalogue'];
const rooms = {
  'core-quantity': [],
  'core-network': [],
  'core-ledger': ['core-quantity'],
  'core-edition': ['core-quantity'],
  'core-words': ['core-quantity', 'core-edition'],
  'core-installation': ['core-quantity', 'core-edition', 'core-words'],
  'core-physics': ['core-quantity', 'core-edition', 'core-installation', 'core-network'],
  'core-job': record,
  'core-firm': record,
  'core-measurements': measured,
  'core-work': work,
  'core-certificates': paper,
  'core-practice': paper,
  'core-catalogue': core,
  env: [],
  server: [...core, 'print', 'env'],
  print: core,
  instruments: core,
  standins: [...core, 'instruments'],
  client: [...core, 'instruments', 'workers'],
  ui: [],
  workers: core,
  app: [...core, 'client', 'ui', 'server'],
};

/** Rooms of the interface: what each may use of the others. What two need stands in one that is listed for both. */
const features = {
  // Shared: the frame of a job, the frame of the firm's pages, pictures, links to people outside.
  workspace: [],
  house: [],
  links: [],
  pictures: ['workspace'],
  // Pages of a job; `stages` is their registry.
  // One cell, one keypad, one place in focus: every page on which something is read.
  measure: ['workspace', 'links'],
  benches: ['workspace', 'links', 'measure'],
  findings: ['workspace', 'links', 'pictures'],
  options: ['workspace', 'links'],
  stages: ['workspace', 'links', 'pictures', 'measure', 'benches', 'findings', 'options', 'certificates'],
  // Documents; `certificates/registry` draws any of them.
  certificates: ['workspace', 'links'],
  handover: ['links', 'certificates'],
  // Pages of the firm.
  clients: ['house'],
  diary: ['house'],
  due: ['house'],
  firm: ['house'],
  instruments: ['house'],
  jobs: ['house'],
  money: ['house'],
  practice: [],
  verify: [],
};
const inside = [...core, 'client', 'ui', 'instruments', 'workers', 'server'];
const typeOf = (feature) => `features-${feature}`;
for (const [feature, uses] of Object.entries(features)) rooms[typeOf(feature)] = [...inside, ...uses.map(typeOf)];
rooms.app.push(...Object.keys(features).map(typeOf));

const folders = Object.keys(rooms).filter((room) => room !== 'core-catalogue' && room !== 'env');
const pathOf = (room) => `src/${room.replace('core-', 'core/').replace('features-', 'features/')}`;

const config = [
  { ignores: ['.next/**', '.local/**', 'node_modules/**', 'next-env.d.ts', 'test-results/**'] },
  ...nextVitals,
  ...nextTs,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false },
      ],
      '@typescript-eslint/no-unused-vars': ['warn', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
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
        { type: 'core-catalogue', pattern: 'src/core/catalogue.ts', mode: 'full' },
        { type: 'env', pattern: 'src/env.ts', mode: 'full' },
        ...folders.map((type) => ({ type, pattern: pathOf(type) })),
      ],
    },
    rules: {
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: Object.entries(rooms).map(([from, to]) => ({
            from: { element: { type: from } },
            allow: { to: { element: { type: [from, ...to] } } },
          })),
        },
      ],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^(?!zod$|\\.\\.?/)', message: 'Core imports nothing outside core but Zod.' }] },
      ],
      'no-restricted-globals': [
        'error',
        ...['window', 'document', 'process', 'fetch', 'Buffer', 'setTimeout', 'performance'].map((name) => ({
          name,
          message: 'Core knows no platform.',
        })),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Randomness comes in as an argument.' },
        { object: 'Date', property: 'now', message: 'Time comes in as an argument.' },
      ],
    },
  },
];

export default config;
