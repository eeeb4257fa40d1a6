/** What is drawn, set or moved by hand snaps to lines this near, CSS px. */
export const SNAP_REACH = 7
