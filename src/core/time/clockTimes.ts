/** Minutes since midnight of a clock time in 24 hours, or in 12 with `half`; undefined when there is no such time. */
export function minuteOfParts(hours: number, minutes: number, half?: string): number | undefined {
  if (minutes > 59) return undefined;
  if (!half) return hours < 24 || (hours === 24 && minutes === 0) ? hours * 60 + minutes : undefined;
  if (hours < 1 || hours > 12) return undefined;
  return ((hours % 12) + (half.toLowerCase() === "pm" ? 12 : 0)) * 60 + minutes;
}

const clockShape = /^(\d{1,2})(?:[:.](\d{2}))?\s*(am|pm)?$/i;

/** Minutes since midnight of a typed clock time: `9:30`, `9.30`, `9`, `9:30 pm`; undefined when it is none. */
export function parseClock(text: string): number | undefined {
  const parts = clockShape.exec(text.trim());
  return parts ? minuteOfParts(Number(parts[1]), Number(parts[2] ?? 0), parts[3]) : undefined;
}
