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
        <div className="mt-6 flex flex-wrap gap-3">
          <button className="button-filled" onClick={() => onStart("own")}>
            Start with an empty workspace
          </button>
          <button className="button" onClick={() => onStart("demo")}>
            Try the demo
          </button>
        </div>
        <p className="mt-4 text-small text-ink-3">
          The demo has its own workspace. You can switch between the two in Settings.
        </p>
      </div>
    </main>
  );
}
