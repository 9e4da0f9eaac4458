"use client";
import { useState } from "react";
import { Dialog } from "@/ui/Dialog";
import { useWorkspace } from "@/ui/workspaceContext";
import { chooseWorkspace, clearDemo } from "../workspaces";
import { Section } from "./Section";

/** Which workspace this browser opens: the person's own, or the demo's. */
export function WorkspaceChoice() {
  const { name, store, journal, close } = useWorkspace();
  const [asking, setAsking] = useState(false);
  const go = async (to: "own" | "demo") => {
    await journal.durable();
    chooseWorkspace(to);
    location.assign("/");
  };
  const startDemoAgain = async () => {
    close();
    await clearDemo();
    chooseWorkspace("demo");
    location.assign("/");
  };
  return (
    <Section
      title="Workspace"
      note={
        name === "demo"
          ? "This is the demo. Nothing you do here touches your own workspace."
          : `This is your own workspace, with ${store.size.toLocaleString()} ${store.size === 1 ? "record" : "records"}. Everything is kept in this browser.`
      }
    >
      <div className="flex flex-wrap gap-3">
        {name === "demo" ? (
          <>
            <button className="button" onClick={() => void go("own")}>
              Switch to my workspace
            </button>
            <button className="button" onClick={() => setAsking(true)}>
              Reset the demo
            </button>
          </>
        ) : (
          <button className="button" onClick={() => void go("demo")}>
            Try the demo
          </button>
        )}
      </div>
      {asking && (
        <Dialog title="Reset the demo?" onClose={() => setAsking(false)}>
          <p>
            What you changed in the demo is discarded, and its data is made again around today. Your own workspace stays
            as it is.
          </p>
          <div className="mt-4 flex gap-3">
            <button className="button-filled" onClick={() => void startDemoAgain()}>
              Reset it
            </button>
            <button className="button" onClick={() => setAsking(false)}>
              Cancel
            </button>
          </div>
        </Dialog>
      )}
    </Section>
  );
}
