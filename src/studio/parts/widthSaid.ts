/** How wide a widget was seen, after when it was seen. One that lies over the page, or whose place was hidden, had no width. */
export const widthSaid = (px: number): string => (px > 0 ? `, ${px} px wide` : '')
