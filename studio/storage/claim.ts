/**
 * Which tab works on a scene: the one that holds its lock. Others see it, and one of them may take over; the tab that
 * held it first stores what it has. Where the browser has no locks every tab works, and revisions tell.
 */

/** How long the tab that works on a scene may take to store it before the lock is taken from it, ms. */
const PATIENCE = 4000;

/** What tabs say to each other. */
interface Said {
  kind: 'hand over' | 'handed over';
  scene: string;
}

/** A claim on a scene. */
export interface Claim {
  /** Takes over from the tab that holds the scene; resolves when it is held here. */
  takeOver(): Promise<void>;
  /** Lets the scene go. */
  release(): void;
}

/** What a claim calls back with. */
interface Ports {
  /** Whether the scene is held here from now on: called at once, and whenever it changes. */
  held(is: boolean): void;
  /** Stores what this tab has of the scene, before another takes over. */
  handOver(): Promise<void>;
}

/** Claims a scene for this tab: it gets it when no other has it, or has it any more. */
export function claimScene(scene: string, { held, handOver }: Ports): Claim {
  if (!navigator.locks) {
    held(true);
    return { takeOver: () => Promise.resolve(), release: () => undefined };
  }
  const channel = new BroadcastChannel('ignis-scenes');
  const over = new AbortController();
  let letGo: (() => void) | null = null;
  let answered: () => void = () => undefined;

  /** Asks for the lock and holds it; resolves when it is let go of, or taken by another tab, or not to be had. */
  const hold = async (options: LockOptions, granted: () => void = () => undefined) => {
    const task = (lock: Lock | null) => {
      if (!lock) return;
      held(true);
      granted();
      return new Promise<void>((done) => (letGo = done));
    };
    try {
      await navigator.locks.request(`ignis-scene-${scene}`, options, task);
    } catch (error) {
      // Taken by another tab, or no longer waited for.
      if ((error as Error).name !== 'AbortError') throw error;
    }
    letGo = null;
    if (!over.signal.aborted) held(false);
  };
  const wait = async () => {
    await hold({ ifAvailable: true });
    while (!over.signal.aborted) await hold({ signal: over.signal });
  };
  void wait();

  const say = (kind: Said['kind']) => channel.postMessage({ kind, scene } satisfies Said);
  channel.onmessage = ({ data }: MessageEvent<Said>) => {
    if (data.scene !== scene) return;
    if (data.kind === 'handed over') return answered();
    if (letGo) void handOver().finally(() => say('handed over'));
  };

  return {
    async takeOver() {
      if (letGo) return;
      const answer = new Promise<void>((done) => (answered = done));
      say('hand over');
      await Promise.race([answer, new Promise((done) => setTimeout(done, PATIENCE))]);
      await new Promise<void>((taken) => void hold({ steal: true }, taken));
    },
    release() {
      over.abort();
      letGo?.();
      channel.close();
    },
  };
}
