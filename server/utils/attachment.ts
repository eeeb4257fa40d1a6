import contentDisposition from 'content-disposition'

/**
 * The head of a file that is saved, by RFC 6266: a name of any letters, and a plain one for those who can't read it.
 * What no system takes in a name becomes a hyphen.
 */
export function attachment(name: string): string {
  return contentDisposition(name.replace(/[\\/:*?"<>|]/g, '-').replace(/\p{Cc}/gu, ''))
}
