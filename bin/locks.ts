import { closeSync, existsSync, openSync, readFileSync, realpathSync, rmSync, statSync, writeSync } from "node:fs";
import { Refusal } from "@/core/model";

const waitMilliseconds = 15_000;
const tryMilliseconds = 60;

/**
 * Runs `work` while no other command works on the same file or folder. A lock that a dead process left behind is taken
 * over.
 * @throws Refusal when another command holds it for longer than a quarter of a minute
 */
export async function whileLocked<T>(path: string, work: () => Promise<T>): Promise<T> {
  const lock = `${realPath(path).replace(/[/\\]+$/, "")}.lock`;
  const until = Date.now() + waitMilliseconds;
  while (!take(lock)) {
    if (Date.now() > until) throw new Refusal(`Another command works on ${path}. If none does, delete ${lock}.`);
    await new Promise((resolve) => setTimeout(resolve, tryMilliseconds));
  }
  try {
    return await work();
  } finally {
    rmSync(lock, { force: true });
  }
}

/** Where a path leads, through symbolic links; the path itself where nothing is there yet. */
export function realPath(path: string): string {
  return existsSync(path) ? realpathSync(path) : path;
}

/** What a file is at this moment, to be compared later: its identity, size and time of change. */
export function stateOf(path: string): string {
  if (!existsSync(path)) return "";
  const { ino, size, mtimeMs } = statSync(path);
  return `${ino} ${size} ${mtimeMs}`;
}

function take(lock: string): boolean {
  try {
    const file = openSync(lock, "wx");
    writeSync(file, String(process.pid));
    closeSync(file);
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "EEXIST") throw error;
    if (!isAlive(lock)) rmSync(lock, { force: true });
    return false;
  }
}

function isAlive(lock: string): boolean {
  try {
    const pid = Number(readFileSync(lock, "utf8"));
    // Empty for the moment between being made and being written.
    if (!Number.isInteger(pid) || pid <= 0) return Date.now() - statSync(lock).mtimeMs < 1000;
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
}
