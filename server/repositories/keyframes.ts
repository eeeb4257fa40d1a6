import { command, question } from './database'

/** Of each drawing that takes long to draw again the latest that the server drew. It can be made anew at any time. */

/** Those that nobody came back to for so long are forgotten, days. */
const KEPT_DAYS = 30

export interface StoredKeyframe {
  readonly position: number
  readonly hash: string
  readonly packed: Buffer
}

/** The one of a drawing, if it stands no farther on than `position`. */
export async function keyframeFor(drawingId: number, position: number): Promise<StoredKeyframe | null> {
  const rows = await question<StoredKeyframe>(
    'SELECT position, hash, packed FROM keyframes WHERE drawing_id = :drawingId AND position <= :position',
    { drawingId, position },
  )
  return rows[0] ?? null
}

/** In place of an earlier one. */
export async function keepKeyframe(drawingId: number, { position, hash, packed }: StoredKeyframe): Promise<void> {
  await command(
    `INSERT INTO keyframes (drawing_id, position, hash, packed, kept_at)
      VALUES (:drawingId, :position, :hash, :packed, NOW(3))
      ON DUPLICATE KEY UPDATE position = VALUES(position), hash = VALUES(hash), packed = VALUES(packed), kept_at = NOW(3)`,
    { drawingId, position, hash, packed },
  )
}

export async function dropKeyframe(drawingId: number): Promise<void> {
  await command('DELETE FROM keyframes WHERE drawing_id = :drawingId', { drawingId })
}

export async function forgetKeyframes(): Promise<void> {
  await command(`DELETE FROM keyframes WHERE kept_at < NOW(3) - INTERVAL ${KEPT_DAYS} DAY`, {})
}
