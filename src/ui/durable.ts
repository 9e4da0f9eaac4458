import { sizeText } from "./sizeText";

/** How the browser keeps what is stored: for good or as long as it has room, and how much room is left. */
export interface Keeping {
  readonly isKept: boolean;
  /** "12 MB used, 40 GB free"; empty where the browser does not say. */
  readonly room: string;
}

/** Asks the browser to keep what is stored also when it runs out of room. Without such a promise it may delete it unasked. */
export async function askToKeep(): Promise<boolean> {
  try {
    return (await navigator.storage.persisted()) || (await navigator.storage.persist());
  } catch {
    return false;
  }
}

export async function keepingOf(): Promise<Keeping> {
  try {
    const [isKept, { usage, quota }] = await Promise.all([navigator.storage.persisted(), navigator.storage.estimate()]);
    const room =
      usage === undefined || quota === undefined
        ? ""
        : `${sizeText(usage)} used, ${sizeText(Math.max(0, quota - usage))} free`;
    return { isKept, room };
  } catch {
    return { isKept: false, room: "" };
  }
}
