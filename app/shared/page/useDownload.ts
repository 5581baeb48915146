/** Hands a file to the person's downloads. */
export function downloadBlob(blob: Blob, fileName: string): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = fileName
  link.click()
  // The download begins a moment later.
  setTimeout(() => URL.revokeObjectURL(url), 1000)
}

/** Hands a text to the person's downloads. */
export function downloadText(text: string, fileName: string, type = 'application/json'): void {
  downloadBlob(new Blob([text], { type }), fileName)
}
