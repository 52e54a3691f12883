/** Remembers which link an owner is about to connect by, while they sign in elsewhere. */
export const invitationCookieName = 'yimble_invitation'
const minutes = 10

/** @param token - empty: forget it */
export const invitationCookie = (token: string, studioUrl: string): string =>
  `${invitationCookieName}=${token}; Path=/connected; HttpOnly; SameSite=Lax; Max-Age=${token === '' ? 0 : minutes * 60}${studioUrl.startsWith('https:') ? '; Secure' : ''}`
