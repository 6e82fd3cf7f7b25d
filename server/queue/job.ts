/** The names of all jobs: each job's own file adds its own. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface JobNames {}
export type JobName = keyof JobNames & string;

/** Does one kind of work. */
export interface Work {
  /** `asked` is when it was asked for. Throws unfit for what will never do, TakenBack from `advance`. */
  run(subject: string, advance: (done: number, total: number) => Promise<void>, asked: Date): Promise<void>;
  /** Is told when it will not be tried again. */
  gaveUp?(subject: string, says: string): Promise<void>;
}

/** All that is known of one kind of long work. */
export interface Job<Services> {
  name: JobName;
  /** What comes first: 0 for what somebody waits for at a screen. */
  rank: number;
  /** It fills the machine: one of it is done at a time. */
  alone?: true;
  /** False where people see it told by something else. */
  shown?: false;
  work(services: Services): Work;
}

const known = new Map<string, Pick<Job<never>, 'rank' | 'shown'>>();

/** Makes jobs known to whoever asks for them. */
export function declareJobs(jobs: readonly Pick<Job<never>, 'name' | 'rank' | 'shown'>[]): void {
  for (const job of jobs) known.set(job.name, job);
}

/** How early a job comes; in the middle where none of its name was declared. */
export const rankOf = (name: JobName): number => known.get(name)?.rank ?? 1;

/** The names of those that people see told by something else. */
export const hiddenJobs = (): string[] =>
  [...known].flatMap(([name, { shown }]) => (shown === false ? [name] : []));
