/** Hands a file to the person. */
export function download(blob: Blob, name: string) {
  const address = URL.createObjectURL(blob);
  const link = Object.assign(document.createElement("a"), { href: address, download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
