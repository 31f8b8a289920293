/** Let the browser keep a file under a name. */
export function kept(file: Blob, name: string) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  // The browser reads it after the click has returned.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
