import { readCopyPieces, readSecondCopy } from "@/core/store";
import type { CopyKeeper } from "../secondCopy";

/** The second copy as texts: a base, as of a snapshot, and the log behind it. */
export interface CopyTexts {
  base: string;
  log: string;
}

/** The keeper of a second copy that is read, and that nothing is added to. */
export function copyThatStays(texts: CopyTexts): CopyKeeper {
  return {
    read: () => Promise.resolve(readSecondCopy([texts.base], [texts.log])),
    readPieces: () => Promise.resolve(readCopyPieces([texts.base], [texts.log])),
    readFiles: () => Promise.resolve({ files: [], missing: [] }),
    keepFiles: () => Promise.resolve(),
    open: () => Promise.resolve(),
    append: () => Promise.resolve(),
    tidy: () => Promise.resolve(),
    rebase: () => Promise.resolve(),
    close: () => {},
  };
}
