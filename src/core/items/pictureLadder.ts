/** Widths in px that delivery keeps of each picture; markup names no others. */
export const pictureLadder = [160, 320, 640, 960, 1280] as const
