/** Up to this width in px a viewport is a phone's. Openings follow the viewport, not a container. */
export const phonePx = 640
