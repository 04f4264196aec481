// The types of the launch “Fern”. Written by Scaena; yours without conditions.

/** What the launch may wait for. */
export type Gate = 'ready';

/** How it ended; interrupted: dismissed or skipped before that was decided. */
export type Outcome = 'complete' | 'wentOn' | 'offline' | 'message' | 'interrupted';

export interface Launch {
  /** Tells that it has loaded: from the first script on, and again. */
  open(gate: Gate): void;
  /** Opens the gate when the promise is kept, and gives that promise back. If it is broken, or the signal aborted, the gate stays shut. */
  openWhen<T>(gate: Gate, promise: T | PromiseLike<T>, options?: { signal?: AbortSignal }): Promise<T>;
  /** How it ends, as soon as that is decided. */
  readonly outcome: Promise<Outcome>;
  /** The same, when the first screen is shown. */
  readonly finished: Promise<Outcome>;
  /** Tells how it ends each time that is decided: after a message and a retry once more. */
  onOutcome(listener: (outcome: Outcome) => void): void;
  /** Gets one line of JSON when the launch is over: what happened, and when. */
  onRecord?: (line: string) => void;
  /** Ends it at once and shows the page. */
  dismiss(): void;
  /** The same, before it has begun: for deep links and tests. */
  skip(): void;
  /** After a message: what has not loaded gets its time once more. */
  retry(): void;
  /** There as soon as the launch plays. `seek` shows one moment and stays there: for pictures and tests. */
  readonly player?: { seek(ms: number, at?: { opened?: Partial<Record<Gate, number>>; openingEnd?: number }): void };
}

declare global {
  interface Window {
    readonly launch: Launch;
  }
  const launch: Launch;
}
