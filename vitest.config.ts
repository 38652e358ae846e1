import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const serverOnly = fileURLToPath(new URL('./tests/server-only.ts', import.meta.url));

export default defineConfig({
  resolve: { alias: { 'server-only': serverOnly } },
  test: {
    projects: [
      {
        extends: true,
        test: {
          name: 'unit',
          include: ['src/**/*.test.ts', 'src/**/*.test.tsx', 'tests/unit/**/*.test.ts'],
          // What is imported once serves every file: they share no state but what is frozen.
          isolate: false,
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
      {
        extends: true,
        test: {
          // What a test adds to the lists here stands in no other file's.
          name: 'made-up',
          include: ['tests/made-up/**/*.test.ts'],
          testTimeout: 120_000,
        },
      },
      {
        extends: true,
        test: {
          name: 'integration',
          include: ['tests/integration/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
    ],
  },
});
