import { execFile } from 'node:child_process';
import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';
import { promisify } from 'node:util';
import type { PdfValue } from '@placard/core/document';

const run = promisify(execFile);
/** How long a PDF may take to be taken apart or put together, in milliseconds; and how much memory, in kilobytes. */
const WITHIN = 120_000;
const MEMORY = 2_500_000;
/** The longest object that is looked at, in UTF-16 units of its JSON. */
const LONGEST_OBJECT = 50_000_000;

/** An object of a PDF as qpdf's JSON (version 2) has it. */
export interface PdfObject {
  /** `obj:12 0 R`, or `trailer`. */
  name: string;
  is: { value: PdfValue } | { stream: { dict: { readonly [key: string]: PdfValue }; datafile?: string } };
}

/** Runs qpdf with little time and memory. It mends what it can; throws where there is nothing to be read. */
export async function qpdf(words: readonly string[]): Promise<void> {
  await run(
    '/bin/sh',
    ['-c', `ulimit -v ${MEMORY}; exec qpdf --warning-exit-0 --no-warn "$@"`, 'qpdf', ...words],
    {
      timeout: WITHIN,
      killSignal: 'SIGKILL',
      maxBuffer: 1_000_000,
    },
  );
}

/** Goes through the lines that qpdf wrote of a PDF: its objects one by one, as values, and what stands round them as it is. */
export async function* objectsIn(json: string): AsyncGenerator<PdfObject | string> {
  let [object, length] = [[] as string[], 0];
  for await (const line of createInterface({
    input: createReadStream(json),
    crlfDelay: Number.POSITIVE_INFINITY,
  })) {
    if (object.length === 0 && !/^      "(obj:|trailer")/.test(line)) {
      yield line;
      continue;
    }
    object.push(line);
    length += line.length;
    if (length > LONGEST_OBJECT) throw new Error('An object of this PDF is too long to be looked at.');
    if (!line.startsWith('      }')) continue;
    const whole = object.join('\n').replace(/,$/, '');
    const [[name, is] = ['', { value: null }]] = Object.entries(
      JSON.parse(`{${whole}}`) as Record<string, PdfObject['is']>,
    );
    [object, length] = [[], 0];
    yield { name, is };
    // What follows begins with a comma of its own where there is one.
    if (line.endsWith(',')) yield ',';
  }
}
