/** Which device and tab writes to the log. A tab keeps its name over a reload; a device, for as long as its storage. */
export interface TabIdentity {
  readonly device: string;
  readonly id: string;
  /** How long the log of the workspace was when this tab first opened it. */
  readonly openedAt: number;
}

const fresh = () => crypto.randomUUID().slice(0, 8);

/** The name of this device. */
export function deviceIdentity(): string {
  return kept(() => localStorage, "pensum-device", fresh);
}

/** The identity of this tab for a workspace whose log is `seq` entries long. */
export async function tabIdentity(workspace: string, seq: number): Promise<TabIdentity> {
  const device = deviceIdentity();
  const key = `pensum-tab-${workspace}`;
  const [id, openedAt] = kept(
    () => sessionStorage,
    key,
    () => `${fresh()} ${seq}`,
  ).split(" ");
  if (id !== undefined && Number(openedAt) <= seq && (await isAlone(id)))
    return { device, id, openedAt: Number(openedAt) };
  // A tab that was duplicated has the name of the one it was made from, and needs one of its own.
  const own = { device, id: fresh(), openedAt: seq };
  store(() => sessionStorage, key, `${own.id} ${seq}`);
  void isAlone(own.id);
  return own;
}

function kept(storage: () => Storage, key: string, make: () => string): string {
  try {
    const known = storage().getItem(key);
    if (known) return known;
  } catch {
    // Without storage the name lasts as long as the page.
  }
  const made = make();
  store(storage, key, made);
  return made;
}

function store(storage: () => Storage, key: string, value: string) {
  try {
    storage().setItem(key, value);
  } catch {
    // As above.
  }
}

/** Takes the name of a tab for as long as the page lives. False where another tab has it. */
function isAlone(id: string): Promise<boolean> {
  if (typeof navigator === "undefined" || !("locks" in navigator)) return Promise.resolve(true);
  return new Promise((resolve) => {
    void navigator.locks.request(`pensum-tab-${id}`, { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock ? new Promise<void>(() => {}) : undefined;
    });
  });
}
