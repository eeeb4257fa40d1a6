/**
 * The head of a file that is saved, by RFC 6266: a name of any letters, and a plain one for those who can't read it.
 */
export function attachment(name: string): string {
  const clean = name.replace(/[\\/:*?"<>|]/g, '-').replace(/\p{Cc}/gu, '')
  return `attachment; filename="${clean.replace(/[^\x20-\x7E]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(clean).replace(/['()*]/g, each => `%${each.charCodeAt(0).toString(16).toUpperCase()}`)}`
}
