import type { WorkspaceName } from "./workspaces";

/** The first thing a person sees who has no workspace yet. */
export function Welcome({ onStart }: { onStart: (name: WorkspaceName) => void }) {
  return (
    <main className="grid h-full place-items-center p-6">
      <div className="max-w-110">
        <h1 className="font-words text-[27px] leading-9 font-semibold text-woad italic">Pensum</h1>
        <p className="mt-3 font-words text-page">
          A page for each day, with its hours beside it. Everything you write stays in this browser; nothing is sent
          anywhere.
        </p>
        <div className="mt-6 grid gap-4">
          <div>
            <button
              className="button-filled"
              onClick={() => {
                // The steps come first, and are left by one press.
                if (location.pathname === "/") history.replaceState(null, "", "/start");
                onStart("own");
              }}
            >
              Start my own workspace
            </button>
            <p className="mt-1 text-ink-2">Empty, with a few questions first that you can skip.</p>
          </div>
          <div>
            <button className="button" onClick={() => onStart("demo")}>
              Try the demo
            </button>
            <p className="mt-1 text-ink-2">
              A year of made-up work, in a workspace of its own. You can switch between the two in Settings.
            </p>
          </div>
        </div>
      </div>
    </main>
  );
}
