/** Hands a text to the person as a file. */
export function saveText(name: string, text: string, type = 'application/json'): void {
  const url = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }));
  saveUrl(name, url);
}

/** Hands bytes to the person as a file. */
export function saveBytes(name: string, bytes: Uint8Array, type: string): void {
  const url = URL.createObjectURL(new Blob([Uint8Array.from(bytes)], { type }));
  saveUrl(name, url);
}

function saveUrl(name: string, url: string): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]+/g, '-');
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}
