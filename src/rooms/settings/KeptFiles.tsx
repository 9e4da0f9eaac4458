"use client";
import { useEffect, useState } from "react";
import { filesNotInUse } from "@/core/page";
import type { FileRow } from "@/data/database";
import { sizeText } from "@/ui/sizeText";
import { useWorkspace } from "@/ui/workspaceContext";

/** How much room the pictures and files of the pages take, and a way to be rid of those that no page shows any more. */
export function KeptFiles() {
  const { database, store, journal } = useWorkspace();
  const [files, setFiles] = useState<readonly FileRow[]>([]);
  useEffect(() => {
    let gone = false;
    void database?.files.toArray().then((rows) => !gone && setFiles(rows));
    return () => {
      gone = true;
    };
  }, [database]);
  if (files.length === 0) return null;
  const unused = filesNotInUse(store.records(), files);
  const size = (rows: readonly FileRow[]) => sizeText(rows.reduce((sum, { blob }) => sum + blob.size, 0));
  const remove = async () => {
    if (!database) return;
    // What was drawn may be long ago: what is needed is asked when it counts, of all that any tab has written by now.
    store.settle();
    await journal.pull();
    const present = await database.files.toArray();
    const gone = new Set(filesNotInUse(store.records(), present).map(({ id }) => id));
    await database.files.bulkDelete([...gone]);
    setFiles(present.filter(({ id }) => !gone.has(id)));
  };
  return (
    <p className="mt-3 text-ink-2">
      {files.length === 1 ? "1 picture or file" : `${files.length.toLocaleString()} pictures and files`}, {size(files)}.{" "}
      {unused.length > 0 && (
        <>
          {unused.length === 1 ? "1 is" : `${unused.length.toLocaleString()} are`} no longer on any page.{" "}
          <button className="link" onClick={() => void remove()}>
            Remove {unused.length === 1 ? "it" : "them"} for good, {size(unused)}
          </button>
        </>
      )}
    </p>
  );
}
