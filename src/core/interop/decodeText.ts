/**
 * The text of a file: UTF-8, or UTF-16 as its byte order mark or its zeros say, or else Windows-1252, in which older
 * programs write letters beyond ASCII. A byte order mark stays where it is.
 */
export function decodeText(bytes: Uint8Array): string {
  const wide = wideOrder(bytes);
  if (wide) return new TextDecoder(wide, { ignoreBOM: true }).decode(bytes);
  const text = utf8(bytes) ?? utf8(withWholeLetters(bytes));
  if (text !== undefined) return text;
  const narrow = new TextDecoder("iso-8859-1").decode(bytes);
  return narrow.replace(/[\u0080-\u009f]/g, (letter) => windowsLetters[letter.charCodeAt(0) - 0x80] as string);
}

function utf8(bytes: Uint8Array): string | undefined {
  try {
    return new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    return undefined;
  }
}

/**
 * The same with each fold of a line (RFC 5545, 3.1) behind the letter that it cuts in two: older programs count the bytes of
 * a line and not its letters. There are as many lines as before.
 */
function withWholeLetters(bytes: Uint8Array): Uint8Array {
  const whole = Uint8Array.from(bytes);
  for (let at = 0; at < whole.length; at++) {
    const length = whole[at] === 0x0d && whole[at + 1] === 0x0a ? 3 : whole[at] === 0x0a ? 2 : 0;
    const blank = whole[at + length - 1];
    if (length === 0 || (blank !== 0x20 && blank !== 0x09)) continue;
    let end = at + length;
    while (end < whole.length && end - at - length < 3 && (whole[end]! & 0xc0) === 0x80) end++;
    const rest = whole.slice(at + length, end);
    if (rest.length === 0) continue;
    const fold = whole.slice(at, at + length);
    whole.set(rest, at);
    whole.set(fold, at + rest.length);
    at += rest.length + length - 1;
  }
  return whole;
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
