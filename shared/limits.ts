/** Entries in one record batch at most. */
export const BATCH_ENTRIES = 400
/**
 * Numbers of samples and places in one batch at most, in all its entries together: as many as the longest stroke that
 * there can be has, and its colours.
 */
export const BATCH_NUMBERS = 601_000
/** A batch as JSON, bytes at most: so many numbers, and room for the rest. */
export const BATCH_BYTES = 6_000_000
/** The body of a request, bytes at most, where its route says nothing else. */
export const BODY_BYTES = 64_000
/** Bodies that hold drawings or lists: a drawing over a work, strokes that are shown, names of a class. */
export const LARGE_BODY_BYTES = 1_500_000
/** A picture that is brought in, packed, and one part of it as it is sent, bytes at most. */
export const PAINT_BYTES = 48_000_000
export const PAINT_PART_BYTES = 1_000_000
/** A signature, bytes at most. */
export const SIGNATURE_BYTES = 300_000
/** A plan with its pictures and the record of its demonstration; the picture of a mural. */
export const PLAN_BODY_BYTES = 80_000_000
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
/**
 * What each may fill at most: records as they are stored, bytes, and drawings. A drawing of an hour is about 300 kB.
 * What was put away counts until it is forgotten, but may be as much again.
 */
export const ROOM = {
  learner: { bytes: 400_000_000, drawings: 600 },
  class: { bytes: 8_000_000_000 },
  teacher: { bytes: 40_000_000_000 },
  /** Pictures that somebody brings and that no drawing uses yet, and what is on its way, bytes. */
  broughtIn: 300_000_000,
  /** Pictures of drawings under way that are kept of one learner: the latest. */
  livePictures: 60,
} as const
/** What may be done so often: hand-ins of one drawing, of one learner in a day; tries of warm-ups in a day. */
export const OFTEN = { handInsOfDrawing: 60, handInsADay: 80, triesADay: 400 } as const
/** Streams that one person has open at once at each process; a page needs two. */
export const MOST_STREAMS = 8
/** From this share on it is said that little is left. */
export const SOON = 0.8
/** So many of the first characters of a writer's name are those of its browser. */
export const DEVICE_NAME = 16

/** What guests made is kept for so many days after their lesson, while nobody has given them a name. */
export const GUESTS_KEPT_DAYS = 14

/** Which build of the program answered: a header of each answer. */
export const BUILD = 'x-little-easel-build'

/** Longer side of the pictures on cards, px: twice what they take on a page. */
export const CARD_SIDE = 420

/** Hand-ins on a desk at first, and with each look further. */
export const DESK_SHOWN = 24
