import { memo, useRef, type ComponentType, type ReactNode } from 'react';

type Handler = (...args: unknown[]) => unknown;

/**
 * A component that is rendered only when something else than its handlers changes: these are new with every render of
 * what holds it, and are called as they were given last. Not for components that are given functions which they render
 * with.
 */
export function withStableHandlers<P extends object>(
  Inner: ComponentType<P>,
): (props: P) => ReactNode {
  const Memoised = memo(Inner) as unknown as ComponentType<P>;
  return function WithStableHandlers(props: P) {
    const latest = useRef(props);
    const handlers = useRef<Record<string, Handler>>({});
    // Called only by events, which come after the render.
    latest.current = props;
    const stable: Record<string, Handler> = {};
    for (const [key, value] of Object.entries(props))
      if (typeof value === 'function')
        stable[key] = handlers.current[key] ??= (...args) =>
          (latest.current as Record<string, Handler>)[key]!(...args);
    return <Memoised {...props} {...stable} />;
  };
}
