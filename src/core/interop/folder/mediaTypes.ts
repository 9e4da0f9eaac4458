const types: Readonly<Record<string, string>> = {
  png: "image/png",
  jpg: "image/jpeg",
  jpeg: "image/jpeg",
  gif: "image/gif",
  webp: "image/webp",
  avif: "image/avif",
  svg: "image/svg+xml",
  pdf: "application/pdf",
  txt: "text/plain",
  csv: "text/csv",
  json: "application/json",
  html: "text/html",
  zip: "application/zip",
  mp3: "audio/mpeg",
  wav: "audio/wav",
  mp4: "video/mp4",
};

/** The media type (RFC 6838) that the ending of a file's name stands for. */
export function mediaTypeOf(path: string): string {
  return types[/\.(\w+)$/.exec(path)?.[1]?.toLowerCase() ?? ""] ?? "application/octet-stream";
}
