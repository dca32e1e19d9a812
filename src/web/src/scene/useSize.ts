import { useLayoutEffect, useRef, useState } from 'react';

/** The size of an element in CSS pixels, followed as it changes. */
export function useSize<T extends Element>() {
  const ref = useRef<T>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (element === null) return;
    // The observer tells the size once more as it begins: the same size stays the same object, and nothing is drawn twice.
    const measure = () =>
      setSize((before) =>
        before.width === element.clientWidth && before.height === element.clientHeight
          ? before
          : { width: element.clientWidth, height: element.clientHeight },
      );
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, size] as const;
}
