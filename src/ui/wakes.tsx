import { type ComponentType, type ReactNode, useEffect, useRef } from 'react';
import { tellEarly } from './early';

/**
 * An area of a page that may be seen before its script is there: it is told what was done to it meanwhile as soon as it
 * is awake.
 */
export function Wakes({ children }: { children: ReactNode }) {
  const area = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // What stands around it listens only when its own effects have run.
    queueMicrotask(() => area.current && tellEarly(area.current));
  }, []);
  return (
    <div ref={area} data-wakes="asleep" style={{ display: 'contents' }}>
      {children}
    </div>
  );
}

/** A part of a page whose script comes by itself, as an area that wakes by itself. */
export function waking<P extends object>(Part: ComponentType<P>): ComponentType<P> {
  return function Waking(props: P) {
    return (
      <Wakes>
        <Part {...props} />
      </Wakes>
    );
  };
}
