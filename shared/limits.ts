/** Entries in one record batch at most. */
export const BATCH_ENTRIES = 400
/** A batch as JSON, bytes at most. */
export const BATCH_BYTES = 10_000_000
/** Wrong sign-ins within {@link TRIES_WINDOW_MS} before the door stays shut for a while. */
export const TRIES = 8
export const TRIES_WINDOW_MS = 10 * 60 * 1000
/**
 * So many class codes that there are not may be tried from one place within {@link TRIES_WINDOW_MS}; after that each
 * answer takes longer, up to so long, ms.
 */
export const CODE_GUESSES = 12
export const GUESS_WAIT_MS = 8000
/** Longer side of the picture of a drawing under way, px; that of a mural's panel, whose edges its neighbours see. */
export const LIVE_SIDE = 420
export const LIVE_PANEL_SIDE = 1000
/** A picture of a drawing under way, bytes at most. */
export const LIVE_PICTURE_BYTES = 600_000
/** A tab that has not been heard of for so long has given the drawing up, ms. */
export const WRITER_SILENCE_MS = 45_000
/**
 * A teacher's sheet that the class looks at says so often that it is still there, ms; not heard of for so long, it lets
 * the class go on: its page may have been closed, its device switched off.
 */
export const FRONT_EVERY_MS = 4000
export const FRONT_LASTS_MS = 15_000
/** A drawing that was put away can be taken back for so long, ms. */
export const KEPT_REMOVED_MS = 30 * 24 * 3600 * 1000
/** So many of the first characters of a writer's name are those of its browser. */
export const DEVICE_NAME = 16
