"use client";
import { useEffect, useState } from "react";
import { badgeChoice, hasBadge } from "@/ui/badge";
import { bookmarkScript } from "@/ui/handed";
import { notify } from "@/ui/notices";
import { Choices } from "./Choices";
import { Section } from "./Section";

/** What belongs to this device: the kept app, the number on its icon, and a bookmark that adds from other pages. */
export function Device() {
  const { isShown } = badgeChoice.use();
  const [isKept, setKept] = useState(false);
  useEffect(() => {
    let isHere = true;
    // Without a service worker this never answers, and nothing is said.
    void navigator.serviceWorker?.ready.then(() => isHere && setKept(true));
    return () => {
      isHere = false;
    };
  }, []);
  return (
    <Section title="This device">
      <p className="mb-2">
        {isKept
          ? "Pensum is stored in this browser and opens without a network. To give it a window and an icon of its own, choose “Install” in the browser’s menu."
          : "Pensum needs its server to open in this browser."}
      </p>
      {hasBadge() && (
        <Choices
          label="Number on the icon"
          value={isShown ? "late" : "none"}
          options={[
            ["none", "none"],
            ["late", "late tasks"],
          ]}
          set={(value) => badgeChoice.choose({ isShown: value === "late" })}
        />
      )}
      <p className="mt-2">
        Drag{" "}
        <a
          className="link font-semibold"
          ref={(link) => link?.setAttribute("href", bookmarkScript(location.origin))}
          onClick={(event) => {
            event.preventDefault();
            notify({ text: "Drag this link to your bookmarks. On any other page, it adds that page to Pensum." });
          }}
        >
          Add to Pensum
        </a>{" "}
        to your bookmarks. On any other page it opens Pensum with that page’s title and address, ready to add.
      </p>
    </Section>
  );
}
