/** Hands a file that was made in the page to the person, as a download. */
export function saveFile(content: Blob, name: string): void {
  const address = URL.createObjectURL(content);
  const link = Object.assign(document.createElement('a'), { href: address, download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}
