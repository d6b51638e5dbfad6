/** How long the shelf is at rest before the bench is made ready, ms. */
const REST = 400;

/**
 * Loads the bench and starts what computes for it while the artist looks at the shelf, so that opening a scene waits for
 * neither. Returns what ends it. It goes without: whatever fails here is loaded again when it is needed.
 */
export function prepareBench(): () => void {
  let hasEnded = false;
  let end: () => void = () => undefined;
  const load = () =>
    void Promise.all([
      import('../workers/engine').then((engine) => {
        if (hasEnded) return;
        engine.warmUp();
        end = engine.endWarmUp;
      }),
      import('../workers/files').then((files) => files.prepare()),
      import('../bench/bench'),
    ]).catch(() => undefined);
  const timer = setTimeout(() => requestIdleCallback(load, { timeout: 2000 }), REST);
  return () => {
    hasEnded = true;
    clearTimeout(timer);
    end();
  };
}
