/**
 * Whether a worker is alive and well. One that ends itself, or is ended by the browser, says nothing: it holds a lock as
 * long as it lives, which the browser lets go however it ends. One that hangs sends no heartbeats any more.
 */

const HEARTBEAT = 'heartbeat';
/** How often a heartbeat is sent, ms. */
const INTERVAL = 500;
/** How often the page looks whether one came, ms. */
const LOOK = 1000;

/** Calls between two looks at the clock, which on some machines takes longer than a small kernel. */
const SELDOM = 64;

let sent = 0;
let calls = 0;

/** Lets the page know that the worker goes on. */
function heartbeat(): void {
  const now = performance.now();
  if (now - sent < INTERVAL) return;
  sent = now;
  postMessage(HEARTBEAT);
}

/** Called by a worker amid its work, thousands of times a second if it likes: sends a heartbeat now and then. */
export function throttledHeartbeat(): void {
  if (++calls % SELDOM === 0) heartbeat();
}

/** How often progress is reported at most, ms. */
const REPORT = 80;
let reported = 0;

/** Reports the share (0–1) of its work that a worker has done; of many in quick succession, some. */
export function reportProgress(done: number): void {
  const now = performance.now();
  if (now - reported < REPORT) return;
  reported = now;
  postMessage({ progress: done } satisfies Progress);
}

/** How far some work is. */
export interface Progress {
  progress: number;
}

/**
 * Called once by a worker: holds a lock for as long as it lives, and sends heartbeats whenever it is not busy. Resolves
 * when the lock is granted; at once where there are no locks.
 */
export function live(lock: string): Promise<void> {
  setInterval(heartbeat, INTERVAL);
  return new Promise((granted) => {
    if (!navigator.locks) return granted();
    void navigator.locks.request(lock, () => {
      granted();
      return new Promise<never>(() => undefined);
    });
  });
}

/** The page's watch over a worker. */
export interface Watched {
  /** What a task of the worker gives. Throws what it throws, or why the worker was ended. */
  during<T>(task: Promise<T>): Promise<T>;
}

/**
 * Watches a worker. One that dies, or that sends no heartbeat for so many seconds while it has something to do, is ended:
 * `gone` is called, and its tasks throw what `failure` makes.
 */
export function watch(
  worker: Worker,
  begin: (lock: string) => Promise<void>,
  patience: number,
  gone: () => void,
  failure: (how: 'died' | 'hung') => Error,
): Watched {
  let tasks = 0;
  let missed = 0;
  let timer: ReturnType<typeof setInterval> | undefined;
  let end: (how: 'died' | 'hung') => void;
  const ended = new Promise<never>((_resolve, reject) => {
    end = (how) => {
      clearInterval(timer);
      worker.terminate();
      gone();
      reject(failure(how));
    };
  });
  ended.catch(() => undefined);

  worker.addEventListener('message', ({ data }) => {
    if (data === HEARTBEAT) missed = 0;
  });
  for (const type of ['error', 'messageerror'])
    worker.addEventListener(type, (e) => {
      e.preventDefault();
      end('died');
    });
  const lock = `ignis-worker-${crypto.randomUUID()}`;
  void begin(lock).then(() => navigator.locks?.request(lock, () => end('died')));

  // Looks are counted, not time: a page that slept has missed none.
  const look = () => {
    if (++missed > patience) end('hung');
  };
  return {
    async during(task) {
      if (tasks++ === 0) {
        missed = 0;
        timer = setInterval(look, LOOK);
      }
      try {
        return await Promise.race([task, ended]);
      } finally {
        if (--tasks === 0) clearInterval(timer);
      }
    },
  };
}
