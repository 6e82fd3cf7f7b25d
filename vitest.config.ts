import { readdirSync, readFileSync } from 'node:fs';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Files that take longest by themselves, in this order: begun last, one of them would be waited for alone. */
const FIRST = [
  'server/films.test.ts',
  'server/prep.test.ts',
  'server/recovery.test.ts',
  'server/holdings.test.ts',
  'server/pages/leaving.test.ts',
  'server/film/film.test.ts',
  'server/',
  'launcher/',
];

class HeaviestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification) => {
      const at = FIRST.findIndex((name) => moduleId.includes(`/${name}`));
      return at === -1 ? FIRST.length : at;
    };
    return (await super.sort(files)).toSorted((one, other) => rank(one) - rank(other));
  }
}

/** Tried with other examples each time, and many of them (`./placard test --long`). */
const long = process.env['PLACARD_LONG'] === '1';

/** Tests of the interface that put other modules in the place of ours: no other file may meet those. */
const REPLACING = readdirSync('web', { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.test\.tsx?$/.test(file) && !file.includes('node_modules'))
  .map((file) => `web/${file}`)
  .filter((file) => readFileSync(file, 'utf8').includes('vi.mock('));

/** What takes a second here takes a minute where others keep the machine busy. */
const PATIENT = { testTimeout: 600_000, hookTimeout: 600_000 };
/** What every project begins with. */
const BEGUN = { setupFiles: ['core/testing/seed.ts'], provide: { long } };
const ELSEWHERE = ['**/node_modules/**', '**/dist/**'];

export default defineConfig({
  test: {
    maxWorkers: '100%',
    sequence: { sequencer: HeaviestFirst },
    projects: [
      {
        // Pure: one file leaves nothing behind for the next.
        test: {
          name: 'core',
          include: ['core/**/*.test.ts'],
          exclude: ELSEWHERE,
          pool: 'threads',
          isolate: false,
          ...PATIENT,
          ...BEGUN,
        },
      },
      {
        test: {
          name: 'server',
          include: ['{server,launcher,standins,demo}/**/*.test.ts'],
          exclude: ELSEWHERE,
          pool: 'forks',
          isolate: false,
          ...PATIENT,
          ...BEGUN,
        },
      },
      {
        test: {
          name: 'web',
          include: ['web/**/*.test.{ts,tsx}'],
          exclude: [...ELSEWHERE, ...REPLACING],
          pool: 'forks',
          isolate: false,
          ...PATIENT,
          ...BEGUN,
        },
      },
      { test: { name: 'web apart', include: REPLACING, ...PATIENT, ...BEGUN } },
    ],
  },
});
