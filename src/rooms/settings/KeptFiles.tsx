"use client";
import { useEffect, useState } from "react";
import { isPage, type Id } from "@/core/model";
import type { FileRow } from "@/data/database";
import { sizeText } from "@/ui/sizeText";
import { useWorkspace } from "@/ui/workspaceContext";

/** How much room the pictures and files of the pages take, and a way to be rid of those that no page shows any more. */
export function KeptFiles() {
  const { database, store } = useWorkspace();
  const [files, setFiles] = useState<readonly FileRow[]>([]);
  useEffect(() => {
    let gone = false;
    void database?.files.toArray().then((rows) => !gone && setFiles(rows));
    return () => {
      gone = true;
    };
  }, [database]);
  if (files.length === 0) return null;
  const shown = new Set<Id>();
  let foreign = false;
  for (const record of store.records()) {
    if (isPage(record) && record.source?.path !== undefined) foreign = true;
    for (const [name, value] of Object.entries(record))
      if (name.startsWith("f_") && Array.isArray(value))
        for (const one of value) shown.add(String(one).split(" ", 1)[0]!);
    if ("text" in record && record.text.includes("file:"))
      for (const [, id] of record.text.matchAll(/\(file:([a-z0-9-]+)\)/g)) shown.add(id as Id);
  }
  // Files of a foreign folder are led to by their paths, and stay as long as its pages are there.
  const unused = files.filter(({ id, name }) => !shown.has(id) && !(foreign && name.includes("/")));
  const size = (rows: readonly FileRow[]) => sizeText(rows.reduce((sum, { blob }) => sum + blob.size, 0));
  const remove = async () => {
    await database?.files.bulkDelete(unused.map(({ id }) => id));
    setFiles(files.filter((file) => !unused.includes(file)));
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
