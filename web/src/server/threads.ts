import PQueue from 'p-queue';
import { Piscina } from 'piscina';

/** Whoever asks finds as many waiting as may wait. */
export class Busy extends Error {
  constructor(readonly waiting: number) {
    super(`${waiting} tasks wait already`);
  }
}

/** A task was ended: it ran longer than it may, or needed more memory than a thread has. */
export class Ended extends Error {
  constructor() {
    super('the work took longer than it may, or more memory than a thread has');
  }
}

/** How work in threads is done. */
export interface ThreadOptions {
  /** The built script that each thread runs. */
  readonly file: string;
  readonly threads: number;
  /** So many threads stay when nothing is to do. */
  readonly kept?: number;
  readonly idleMs: number;
  /** So many tasks may wait; all that come when left out. */
  readonly waiting?: number;
  /** How long a task may run from the moment its work begins, milliseconds; as long as it takes when left out. */
  readonly limitMs?: number;
  readonly oldMb: number;
  readonly youngMb?: number;
  /** What each thread is given when it begins. */
  readonly data?: unknown;
}

/**
 * Threads with a queue before them. Tasks wait here and not in the pool: the pool knows only tasks whose work begins, so the
 * timer and the signal of a task live exactly as long as its work. A fault of the pool ends no process; the next task gets a
 * new pool.
 */
export class Threads {
  private pool: Piscina | null = null;
  private readonly queue: PQueue;

  constructor(private readonly options: ThreadOptions) {
    this.queue = new PQueue({ concurrency: options.threads });
  }

  /**
   * Works a task out.
   * @param priority a higher one is begun before those that wait with a lower one
   * @throws Busy where too many wait; Ended where the task ran too long or needed too much memory; whatever the task throws
   */
  async run<Done>(task: unknown, priority = 0): Promise<Done> {
    const { waiting = Number.POSITIVE_INFINITY } = this.options;
    if (this.queue.size >= waiting) throw new Busy(this.queue.size);
    return this.queue.add(() => this.work<Done>(task), { priority, throwOnTimeout: true });
  }

  private async work<Done>(task: unknown): Promise<Done> {
    const { limitMs } = this.options;
    const pool = this.pool ?? this.begin();
    const over = new AbortController();
    const timer = limitMs === undefined ? undefined : setTimeout(() => over.abort(), limitMs);
    try {
      return (await pool.run(task, { signal: over.signal })) as Done;
    } catch (e) {
      if (over.signal.aborted || (e as { code?: unknown }).code === 'ERR_WORKER_OUT_OF_MEMORY') throw new Ended();
      this.replace(pool, e as Error);
      throw e;
    } finally {
      clearTimeout(timer);
    }
  }

  private begin(): Piscina {
    const { file, threads, kept = 0, idleMs, oldMb, youngMb, data } = this.options;
    const pool = new Piscina({
      filename: file,
      minThreads: kept,
      maxThreads: threads,
      idleTimeout: idleMs,
      workerData: data,
      resourceLimits: { maxOldGenerationSizeMb: oldMb, ...(youngMb === undefined ? {} : { maxYoungGenerationSizeMb: youngMb }) },
    });
    pool.on('error', (e: Error) => this.replace(pool, e));
    this.pool = pool;
    return pool;
  }

  /** Lets the tasks of a faulty pool finish; those that come get another one. */
  private replace(pool: Piscina, why: Error): void {
    if (this.pool !== pool) return;
    this.pool = null;
    // a message may hold values of somebody's request
    console.error(`worker threads are replaced: ${why.name}`);
    pool.close().catch(() => {});
  }

  /** Ends the threads; the next task begins new ones. */
  async end(): Promise<void> {
    const { pool } = this;
    this.pool = null;
    await pool?.destroy();
  }
}
