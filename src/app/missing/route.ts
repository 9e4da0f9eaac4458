/** Answers for files that are not there; see the rewrites in `next.config.ts`. */
export function GET() {
  return new Response("There is no such file.\n", {
    status: 404,
    headers: { "content-type": "text/plain; charset=utf-8" },
  });
}
