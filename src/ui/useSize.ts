"use client";
import { useEffect, useState, type RefObject } from "react";

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** How large an element is inside its borders, in pixels, followed as it changes; `atFirst` before it is there. */
export function useSize(element: RefObject<HTMLElement | null>, atFirst: Size, shown: unknown = true): Size {
  const [size, setSize] = useState(atFirst);
  useEffect(() => {
    const own = element.current;
    if (!own) return;
    const measure = () => setSize({ width: own.clientWidth, height: own.clientHeight });
    const observer = new ResizeObserver(measure);
    observer.observe(own);
    measure();
    return () => observer.disconnect();
    // `shown` tells that the element may have come or gone.
  }, [element, shown]);
  return size;
}
