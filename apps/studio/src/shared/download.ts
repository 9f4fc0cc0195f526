/** Hands bytes to the user as a file. */
export const download = (name: string, bytes: Uint8Array | string, mime: string): void => {
  const content = typeof bytes === 'string' ? bytes : (bytes as Uint8Array<ArrayBuffer>)
  const url = URL.createObjectURL(new Blob([content], { type: mime }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
