/** Signed addresses of bookings: nobody can make one up, and each opens one booking only. */
import { env } from '../../env'
import { isSigned, signatureOf } from '../../signatures'

const bookingPurpose = 'booking links'
export const bookingLink = (id: string): string =>
  `${env().YIMBLE_DELIVERY_URL}/b/${id}/${signatureOf(bookingPurpose, id)}`
/** The same as a file for a calendar. */
export const bookingFile = (id: string): string => `${bookingLink(id)}/booking.ics`
/** What a page holds for the time that is kept for it. */
export const holdToken = (id: string): string => `${id}.${signatureOf('booking holds', id)}`
export const idOfHold = (token: string): string | undefined => {
  const [id = '', signature = ''] = token.split('.')
  return isSigned('booking holds', id, signature) ? id : undefined
}
export const isBookingLink = (id: string, signature: string): boolean =>
  isSigned(bookingPurpose, id, signature)
