"use client";

/** What is shown when drawing the app failed. Whatever was done is in the workspace, or waits to be written to it. */
export default function Failure({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <main className="mx-auto mt-24 max-w-120 p-6">
      <h1 className="mb-2 font-words text-[19px] font-semibold">Something went wrong</h1>
      <p className="font-words text-page">
        This view could not be shown ({error.message}). Your work is saved in this browser. Try again; if it fails
        again, reload the page.
      </p>
      <div className="mt-4 flex gap-3">
        <button className="button-filled" onClick={reset}>
          Try again
        </button>
        <button className="button" onClick={() => location.reload()}>
          Reload
        </button>
      </div>
    </main>
  );
}
