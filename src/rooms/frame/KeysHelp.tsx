"use client";
import { Dialog } from "@/ui/Dialog";
import { goTo } from "@/ui/navigation";
import { keyGroups } from "./keys";

/** The keys of one part of Pensum. */
export function KeyList({ title, keys }: { title: string; keys: (typeof keyGroups)[number][1] }) {
  return (
    <section>
      <h3 className="mb-1 border-b border-ink pb-1 font-words text-[16px] font-semibold">{title}</h3>
      <dl>
        {keys.map(([key, what]) => (
          <div key={key} className="flex justify-between gap-4 border-b border-hairline py-1">
            <dt className="font-semibold">{key}</dt>
            <dd className="text-right text-ink-2">{what}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

export function KeysHelp({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keyboard shortcuts" onClose={onClose} wide>
      <p className="mb-3">
        <button
          className="link font-semibold"
          onClick={() => {
            onClose();
            goTo("/help");
          }}
        >
          Open the help
        </button>{" "}
        for what can be typed, formulas, lenses and where your data is.
      </p>
      <div className="grid gap-x-8 gap-y-4 sm:grid-cols-2">
        {keyGroups.map(([title, keys]) => (
          <KeyList key={title} title={title} keys={keys} />
        ))}
      </div>
    </Dialog>
  );
}
