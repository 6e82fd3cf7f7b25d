import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,server,web,demo,launcher,standins}/**/*.test.{ts,tsx}'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    maxWorkers: '100%',
    // What takes a second here takes a minute where others keep the machine busy.
    testTimeout: 600_000,
    hookTimeout: 600_000,
  },
});
