"use client";
import { Dialog as Radix } from "radix-ui";
import { X } from "lucide-react";
import type { ClockRun } from "@/core/model";
import { nameOf } from "@/core/things";
import { PageEditor } from "@/panels/editor/PageEditor";
import { openRecord } from "@/ui/navigation";
import { useStore } from "@/ui/workspaceContext";
import { ClockPanel } from "./ClockPanel";
import { openClock } from "./clockPlace";

/** One thing and nothing else: what is worked on, the time, its note and what it leads to. */
export function QuietClock({ run }: { run: ClockRun }) {
  const store = useStore();
  const record = store.get(run.on.task ?? run.on.event ?? run.on.theme ?? "");
  const linked = record?.kind === "task" ? [record.project, record.goal, record.parent, ...record.people] : [];
  const links = linked.flatMap((id) => (id === undefined ? [] : (store.get(id) ?? [])));
  return (
    <Radix.Root open onOpenChange={(open) => !open && openClock("closed")}>
      <Radix.Portal>
        <Radix.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-40 overflow-y-auto bg-fleece [scrollbar-width:thin]"
        >
          <Radix.Close
            className="button-quiet fixed top-3 right-3 grid place-items-center"
            aria-label="Back to the room"
          >
            <X size={16} aria-hidden />
          </Radix.Close>
          <div className="mx-auto grid max-w-[560px] gap-6 px-5 pt-[12vh] pb-10">
            <Radix.Title className="sr-only">Only what is worked on</Radix.Title>
            <ClockPanel quiet />
            {record && "text" in record && (
              <div className="border-t border-rule pt-4">
                <PageEditor id={record.id} label={`Note of ${nameOf(record, store)}`} placeholder="Write here." />
              </div>
            )}
            {links.length > 0 && (
              <ul aria-label="Links" className="flex flex-wrap gap-x-4 gap-y-1 border-t border-rule pt-3">
                {links.map((link) => (
                  <li key={link.id}>
                    <button
                      className="link min-h-6"
                      onClick={() => {
                        openClock("closed");
                        openRecord(link.id);
                      }}
                    >
                      {nameOf(link, store)}
                    </button>
                  </li>
                ))}
              </ul>
            )}
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
