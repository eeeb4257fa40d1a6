/** Codes of what can be refused by the core, each with a sentence a person can act on. */
export type CoreErrorCode =
  | 'sheet-size'
  | 'act-malformed'
  | 'act-refused'
  | 'record-malformed'
  | 'record-version'
  | 'nothing-drawn'
  | 'picture-missing'
  | 'picture-file'
  | 'no-school-lists'
  | 'plan-edit'
  | 'plan-file'
  | 'palette-file'
  | 'layered-file'
  | 'mural-size'

/**
 * Something given from outside that the core can't take.
 * `message` says what was received and which rule it breaks; `fix` says what to do.
 */
export class CoreError extends Error {
  override readonly name = 'CoreError'

  constructor(
    readonly code: CoreErrorCode,
    message: string,
    readonly fix: string,
  ) {
    super(message)
  }
}
