/** Answers when the server is up. */
export function GET() {
  return new Response("ok\n", { headers: { "content-type": "text/plain" } });
}
