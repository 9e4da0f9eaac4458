"use client";
import { createElement, useEffect, useState, type FunctionComponent, type ReactNode } from "react";
import { LoadFailed } from "./LoadFailed";

type PropsOf<Part> = Part extends (props: infer Props extends object) => ReactNode ? Props : object;

/**
 * A part of the interface that is loaded when it is first shown. Where it cannot be loaded, because the server is away or
 * has another version by now, it says so in its own place and can be tried again; everything around it goes on.
 */
export function late<Part extends (props: never) => ReactNode>(
  load: () => Promise<{ default: Part }>,
): FunctionComponent<PropsOf<Part>> {
  let loaded: FunctionComponent<PropsOf<Part>> | undefined;
  return function Late(props: PropsOf<Part>) {
    const [, redraw] = useState(0);
    const [failed, setFailed] = useState(false);
    useEffect(() => {
      if (loaded || failed) return;
      let isShown = true;
      load().then(
        (module) => {
          loaded = module.default as unknown as FunctionComponent<PropsOf<Part>>;
          if (isShown) redraw((count) => count + 1);
        },
        () => isShown && setFailed(true),
      );
      return () => {
        isShown = false;
      };
    }, [failed]);
    if (failed) return <LoadFailed onRetry={() => setFailed(false)} />;
    return loaded ? createElement(loaded, props) : null;
  };
}
