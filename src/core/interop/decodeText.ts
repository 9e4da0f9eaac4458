/**
 * The text of a file: UTF-8, or UTF-16 as its byte order mark or its zeros say, or else Windows-1252, in which older
 * programs write letters beyond ASCII. A byte order mark stays where it is.
 */
export function decodeText(bytes: Uint8Array): string {
  const wide = wideOrder(bytes);
  if (wide) return new TextDecoder(wide, { ignoreBOM: true }).decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    const text = new TextDecoder("iso-8859-1").decode(bytes);
    return text.replace(/[\u0080-\u009f]/g, (letter) => windowsLetters[letter.charCodeAt(0) - 0x80] as string);
  }
}

/** What Windows-1252 has where ISO 8859-1 has controls (WHATWG Encoding); Node 20 does not know the difference. */
const windowsLetters = "€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ";

const looked = 2000;

/** Which UTF-16 a file is in: by its mark, or because every second byte of its beginning is zero, as of Latin letters. */
function wideOrder(bytes: Uint8Array): "utf-16le" | "utf-16be" | undefined {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return "utf-16le";
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return "utf-16be";
  const pairs = Math.floor(Math.min(bytes.length, looked) / 2);
  if (pairs < 4) return undefined;
  const zeros: [number, number] = [0, 0];
  for (let at = 0; at < pairs * 2; at++) if (bytes[at] === 0) zeros[at & 1 ? 1 : 0]++;
  if (zeros[1] > pairs * 0.7 && zeros[0] < pairs * 0.1) return "utf-16le";
  return zeros[0] > pairs * 0.7 && zeros[1] < pairs * 0.1 ? "utf-16be" : undefined;
}
