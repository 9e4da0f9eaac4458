"use client";
import type { Id } from "@/core/model";
import { download } from "@/ui/download";
import { useStore } from "@/ui/workspaceContext";

/** What is done with a page as a whole: printed, and saved as a file of Markdown. */
export function PageActs({ id, title }: { id: Id; title: string }) {
  const store = useStore();
  const save = async () => {
    const [{ pageMarkdown }, { fileNameOf }] = await Promise.all([
      import("@/core/interop/pageMarkdown"),
      import("@/core/interop/folder/fileNames"),
    ]);
    store.settle();
    const record = store.get(id);
    const text = record && "text" in record ? record.text : "";
    download(new Blob([pageMarkdown(title, text)], { type: "text/markdown" }), `${fileNameOf(title)}.md`);
  };
  return (
    <span className="page-acts ml-auto flex gap-3">
      <button className="reach min-h-6 hover:underline" onClick={() => print()}>
        Print
      </button>
      <button className="reach min-h-6 hover:underline" onClick={() => void save()}>
        Export
      </button>
    </span>
  );
}
