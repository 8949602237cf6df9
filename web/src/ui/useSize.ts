import { useLayoutEffect, useRef, useState, type RefObject } from "react";

interface Size {
  width: number;
  height: number;
}

/** How large an element is, at least so large as `least` both ways; at first `start`. */
export function useSize(start: Size, least: number): [RefObject<HTMLDivElement | null>, Size] {
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState(start);
  useLayoutEffect(() => {
    if (!frame.current) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry)
        setSize({
          width: Math.max(least, entry.contentRect.width),
          height: Math.max(least, entry.contentRect.height),
        });
    });
    watch.observe(frame.current);
    return () => watch.disconnect();
  }, [least]);
  return [frame, size];
}
