import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,server,web,demo,launcher,standins}/**/*.test.{ts,tsx}'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    maxWorkers: '100%',
    testTimeout: 120_000,
    // Opening a server makes a database and its tables; a disk that others keep busy takes its time.
    hookTimeout: 240_000,
  },
});
