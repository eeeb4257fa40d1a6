/** A place, sheet px unless said otherwise; y down. */
export interface Point {
  readonly x: number
  readonly y: number
}
