/** A sum of time in words: `45 min`, `1 h`, `1 h 30`. Minutes below zero get a minus sign. */
export function durationText(minutes: number): string {
  if (minutes < 0) return `−${durationText(-minutes)}`;
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  const rest = whole % 60;
  return rest === 0 ? `${whole / 60} h` : `${(whole - rest) / 60} h ${String(rest).padStart(2, "0")}`;
}

/** The length of one task: minutes up to 99, as they are estimated, and `1 h 45` above. */
export function estimateText(minutes: number): string {
  return minutes < 100 ? `${Math.round(minutes)} min` : durationText(minutes);
}

const durationShape =
  /^(?:(\d{1,3}(?:[.,]\d{1,2})?)\s*(?:h|hr|hrs|hour|hours)(?:\s*(?:and\s+)?(\d{1,2})\s*(?:m|min|mins|minutes)?)?|(\d{1,4})\s*(?:m|min|mins|minute|minutes)?)$/i;

/**
 * Minutes of a typed duration: `45`, `45 min`, `1 h`, `1.5 h`, `1 h 30`, `2 hours`. Undefined when the text is none,
 * or asks for more than 1,000 hours.
 */
export function parseDuration(text: string): number | undefined {
  const parts = durationShape.exec(text.trim());
  if (!parts) return undefined;
  const hours = parts[1] ? Number(parts[1].replace(",", ".")) * 60 : 0;
  const minutes = Math.round(hours + Number(parts[2] ?? parts[3] ?? 0));
  return minutes <= 60_000 ? minutes : undefined;
}
