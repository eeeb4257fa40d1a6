/** Gives a file to whoever sits here, under a name. */
export function savedFile(bytes: Uint8Array, name: string, type: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([bytes as BlobPart], { type }))
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}

/** A title as a file's name: letters and digits of any script, and hyphens. */
export function fileName(title: string, otherwise: string): string {
  return (
    title
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 60) || otherwise
  )
}
