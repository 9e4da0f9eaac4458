/** Whoever holds back typing for a moment, to be asked to hand it in before anything else happens. */
export class Settlers {
  readonly #settlers = new Set<() => void>();
  readonly #holders = new Set<object>();
  #isSettling = false;

  add(settler: () => void): () => void {
    this.#settlers.add(settler);
    return () => this.#settlers.delete(settler);
  }

  /** Takes note of whether `holder` holds words back. Returns whether anybody holds some now where nobody did, or the other way about. */
  setHolding(holder: object, isHolding: boolean): boolean {
    const before = this.isHolding;
    if (isHolding) this.#holders.add(holder);
    else this.#holders.delete(holder);
    return before !== this.isHolding;
  }

  get isHolding(): boolean {
    return this.#holders.size > 0;
  }

  /** Asks all of them; what one of them does in turn asks nobody again. */
  settle(): void {
    if (this.#isSettling) return;
    this.#isSettling = true;
    try {
      for (const settler of this.#settlers) settler();
    } finally {
      this.#isSettling = false;
    }
  }
}
