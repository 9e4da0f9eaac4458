import { useLayoutEffect, useRef } from "react";
import type { Id } from "@/core/model";

/** A record that is closed gives the focus back to what opened it. */
export function useFocusBack(record: Id | undefined): void {
  const opener = useRef<Element>(null);
  useLayoutEffect(() => {
    if (record) opener.current ??= document.activeElement;
    else {
      const back = opener.current;
      opener.current = null;
      if (back instanceof HTMLElement && back.isConnected && document.activeElement === document.body)
        back.focus({ preventScroll: true });
    }
  }, [record]);
}
