import fc from 'fast-check';
import { inject } from 'vitest';

declare module 'vitest' {
  interface ProvidedContext {
    /** True where tests look for what nobody has found yet: with other examples each time, and many more. */
    long: boolean;
  }
}

// Whoever changes a line hears of that line: the same examples each time. Others are tried by `./placard test --long`.
if (!inject('long')) fc.configureGlobal({ seed: 20_261_201 });
