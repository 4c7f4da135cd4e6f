/** Hands a file that was made here to the browser, which saves it under this name. */
export function saveFile(blob: Blob, name: string): void {
  const address = URL.createObjectURL(blob);
  Object.assign(document.createElement("a"), { href: address, download: name }).click();
  URL.revokeObjectURL(address);
}
