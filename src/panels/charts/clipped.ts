/** Text that fits a width in the interface's font; what is left out is in the mark's hint. */
export function clipped(text: string, width: number): string {
  const most = Math.max(3, Math.floor(width / 6.4));
  return text.length <= most ? text : `${text.slice(0, most - 1).trimEnd()}…`;
}
