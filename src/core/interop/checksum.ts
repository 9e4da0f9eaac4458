const table = Uint32Array.from({ length: 256 }, (_, byte) => {
  let value = byte;
  for (let bit = 0; bit < 8; bit++) value = value & 1 ? 0xedb88320 ^ (value >>> 1) : value >>> 1;
  return value >>> 0;
});

/** The CRC-32 (ISO 3309) of bytes, going on from that of the bytes before them. */
export function crc32(bytes: Uint8Array, before = 0): number {
  let value = ~before >>> 0;
  for (let at = 0; at < bytes.length; at++)
    value = (table[(value ^ (bytes[at] as number)) & 255] as number) ^ (value >>> 8);
  return ~value >>> 0;
}
