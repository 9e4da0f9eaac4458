"use client";
import { useState } from "react";
import { hasWords, wantedWords } from "@/core/finding";
import { Dialog } from "@/ui/Dialog";
import { goTo } from "@/ui/navigation";
import { goToFinding } from "./goToFinding";
import { keyGroups } from "./keys";
import { useFindings } from "./useFindings";

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
  const [typed, setTyped] = useState("");
  const findings = useFindings(typed).filter(({ kind }) => kind === "help" || kind === "setting" || kind === "absent");
  const wanted = typed.trim() === "" ? [] : wantedWords(typed);
  const groups = keyGroups
    .map(([title, rows]) => [title, rows.filter((row) => hasWords([title, ...row], wanted))] as const)
    .filter(([, rows]) => rows.length > 0);
  return (
    <Dialog title="Keyboard shortcuts" onClose={onClose} wide>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <input
          type="search"
          className="field w-72 max-w-full"
          autoFocus
          aria-label="Filter the keys"
          placeholder="What do you want to do?"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
        />
        <button
          className="link font-semibold"
          onClick={() => {
            onClose();
            goTo("/help");
          }}
        >
          Open the help
        </button>
      </div>
      {typed.trim() !== "" && findings.length > 0 && (
        <ul aria-label="In the help" className="mb-3">
          {findings.slice(0, 3).map((finding) => (
            <li key={finding.name} className="flex flex-wrap items-baseline gap-x-3 border-b border-hairline py-1">
              <button
                className="link min-h-6 font-semibold"
                onClick={() => {
                  onClose();
                  goToFinding(finding);
                }}
              >
                {finding.name}
              </button>
              <span className="text-small text-ink-2">{finding.note}</span>
            </li>
          ))}
        </ul>
      )}
      {groups.length === 0 && <p role="status">No key is for that.</p>}
      <div className="grid gap-x-8 gap-y-4 sm:grid-cols-2">
        {groups.map(([title, keys]) => (
          <KeyList key={title} title={title} keys={keys} />
        ))}
      </div>
    </Dialog>
  );
}
