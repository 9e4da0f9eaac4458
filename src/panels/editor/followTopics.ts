import type { StateEffectType } from "@codemirror/state";
import type { EditorView } from "@codemirror/view";
import type { Store } from "@/core/store";

/** Sends an effect to an editor when records change that it shows, once for all that changed together. Returns how to end that. */
export function followTopics(
  view: EditorView,
  store: Store,
  topics: readonly string[],
  changed: StateEffectType<null>,
): () => void {
  let waiting = false;
  const tell = () => {
    if (waiting) return;
    waiting = true;
    queueMicrotask(() => {
      waiting = false;
      if (view.dom.isConnected) view.dispatch({ effects: changed.of(null) });
    });
  };
  const stops = topics.map((topic) => store.subscribe(topic, tell));
  return () => {
    for (const stop of stops) stop();
  };
}
