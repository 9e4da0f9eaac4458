import { headers } from "next/headers";
import { App } from "@/rooms/App";

export default async function Page() {
  const nonce = (await headers()).get("x-nonce") ?? "";
  return <App nonce={nonce} />;
}
