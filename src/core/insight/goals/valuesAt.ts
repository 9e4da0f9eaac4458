/** Into so many sizes values are told apart. */
const bins = 1024;

/**
 * The values that stand at some places once they are in order, counted from 0: they are told apart by about how large they
 * are, and only those near a place that is asked for are compared. Putting all in order took half of a forecast's time.
 *
 * @param values finite numbers, at least one
 * @param places whole numbers from 0 to one less than there are values
 */
export function valuesAt(values: Float64Array, places: readonly number[]): number[] {
  let [least, most] = [Infinity, -Infinity];
  for (let at = 0; at < values.length; at++) {
    least = Math.min(least, values[at]!);
    most = Math.max(most, values[at]!);
  }
  const scale = most > least ? (bins - 1) / (most - least) : 0;
  const binOf = new Uint16Array(values.length);
  const counts = new Uint32Array(bins);
  for (let at = 0; at < values.length; at++) {
    binOf[at] = (values[at]! - least) * scale;
    counts[binOf[at]!]! += 1;
  }
  return places.map((place) => {
    let [bin, before] = [0, 0];
    while (before + counts[bin]! <= place) before += counts[bin++]!;
    const near = new Float64Array(counts[bin]!);
    for (let at = 0, found = 0; found < near.length; at++) if (binOf[at] === bin) near[found++] = values[at]!;
    return near.sort()[place - before]!;
  });
}
