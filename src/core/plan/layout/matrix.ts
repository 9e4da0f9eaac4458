/** A card on the matrix before it has its place: where it wants to lie, in pixels, and how wide it is. */
export interface CardWish {
  readonly id: string;
  /** The band it belongs to, from the top. */
  readonly band: number;
  /** Its left edge. */
  readonly x: number;
  readonly width: number;
  /** Where in its band it wants to lie: 0 at the top, 1 at the foot. */
  readonly height: number;
}

/** Where a card lies, in pixels from the upper left. */
export interface CardPlace {
  readonly id: string;
  readonly band: number;
  readonly x: number;
  readonly y: number;
}

interface MatrixLayout {
  readonly places: readonly CardPlace[];
  /** Where each band begins, and, at the end, where the last one ends. */
  readonly bands: readonly number[];
}

interface MatrixSize {
  readonly bands: number;
  /** How high all bands are together, at least. */
  readonly height: number;
  readonly cardHeight: number;
  readonly gap: number;
  /** What stays free at the upper and lower edge of a band. */
  readonly margin: number;
}

/** The stretches of a row that are taken, in order. */
type Row = { from: number; to: number }[];

/**
 * Puts cards so that none hides another: each stays where it wants to be from left to right, and lies in the free row
 * of its band that is nearest to the height it wants. A band that is too full grows. Cards that come first choose first.
 */
export function layMatrix(wishes: readonly CardWish[], size: MatrixSize): MatrixLayout {
  const { cardHeight, gap, margin } = size;
  const step = cardHeight + gap;
  const rowsAtFirst = Math.max(1, Math.floor((size.height / size.bands - 2 * margin + gap) / step));
  const rows: Row[][] = Array.from({ length: size.bands }, () => Array.from({ length: rowsAtFirst }, () => []));
  const chosen = wishes.map((wish) => {
    const own = rows[wish.band] as Row[];
    const wanted = Math.round(wish.height * (rowsAtFirst - 1));
    let row = nearestFree(own, wanted, wish.x - gap, wish.x + wish.width + gap);
    if (row < 0) row = own.push([]) - 1;
    take(own[row] as Row, wish.x, wish.x + wish.width);
    return row;
  });
  const bands = [0];
  for (const own of rows)
    bands.push(
      (bands[bands.length - 1] as number) + Math.max(size.height / size.bands, own.length * step - gap + 2 * margin),
    );
  const places = wishes.map(({ id, band, x }, at) => {
    const free = (bands[band + 1] as number) - (bands[band] as number) - 2 * margin;
    const own = rows[band] as Row[];
    // The rows of a band are spread over all of it.
    const pitch = own.length > 1 ? Math.max(step, (free - cardHeight) / (own.length - 1)) : step;
    const y = (bands[band] as number) + margin + (chosen[at] as number) * Math.min(pitch, step * 1.6);
    return { id, band, x, y };
  });
  return { places, bands };
}

function nearestFree(rows: readonly Row[], wanted: number, from: number, to: number): number {
  for (let away = 0; away < rows.length; away++)
    for (const row of away === 0 ? [wanted] : [wanted - away, wanted + away]) {
      const taken = rows[row];
      if (taken && isFree(taken, from, to)) return row;
    }
  return -1;
}

function isFree(row: Row, from: number, to: number): boolean {
  return row.every((taken) => taken.to <= from || taken.from >= to);
}

function take(row: Row, from: number, to: number) {
  row.push({ from, to });
}

/** The cards that a rectangle touches, all in the pixels of the matrix. */
export function cardsWithin(
  places: readonly CardPlace[],
  widths: readonly number[],
  cardHeight: number,
  { left, top, width, height }: { left: number; top: number; width: number; height: number },
): string[] {
  return places
    .filter(
      ({ x, y }, at) => x < left + width && x + (widths[at] ?? 0) > left && y < top + height && y + cardHeight > top,
    )
    .map(({ id }) => id);
}
