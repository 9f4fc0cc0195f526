/** Hands bytes to the user as a file. */
export const download = (name: string, bytes: Uint8Array | string, type: string): void => {
  const url = URL.createObjectURL(new Blob([bytes as BlobPart], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
