/** Spearman's rank correlation, ties sharing their mean rank; undefined where one side never varies. */
export function rankCorrelation(a: readonly number[], b: readonly number[]): number | undefined {
  const [x, y] = [ranksOf(a), ranksOf(b)];
  const mean = (a.length + 1) / 2;
  let [both, ofX, ofY] = [0, 0, 0];
  for (let at = 0; at < a.length; at++) {
    const [dx, dy] = [x[at]! - mean, y[at]! - mean];
    both += dx * dy;
    ofX += dx * dx;
    ofY += dy * dy;
  }
  return ofX === 0 || ofY === 0 ? undefined : both / Math.sqrt(ofX * ofY);
}

function ranksOf(values: readonly number[]): number[] {
  const order = values.map((_, at) => at).sort((a, b) => values[a]! - values[b]!);
  const ranks = new Array<number>(values.length);
  for (let from = 0; from < order.length;) {
    let to = from;
    while (to + 1 < order.length && values[order[to + 1]!] === values[order[from]!]) to++;
    for (let at = from; at <= to; at++) ranks[order[at]!] = (from + to) / 2 + 1;
    from = to + 1;
  }
  return ranks;
}
