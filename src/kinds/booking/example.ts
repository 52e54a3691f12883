/** Calendars to begin with, and what the kind is shown with. */
import { calendarSchema, type Calendar } from '../../core/booking/shape'

export interface ReadyCalendar {
  readonly id: string
  readonly label: string
  readonly hint: string
  readonly calendar: Calendar
}

const made = (id: string, label: string, hint: string, calendar: object): ReadyCalendar => ({
  id,
  label,
  hint,
  calendar: calendarSchema.parse({ zone: 'UTC', currency: 'GBP', ...calendar }),
})
const weekdays = ['Mo-Fr 09:00-12:30', 'Mo-Fr 13:30-17:00']

export const readyCalendars: readonly ReadyCalendar[] = [
  made('visits', 'Visits', 'Two people, each with hours of their own, and three things to book with them', {
    resources: [
      { id: 'first', name: 'The first', note: 'In every day', hours: weekdays },
      { id: 'second', name: 'The second', note: 'In on Mondays and Thursdays', hours: ['Mo,Th 10:00-16:00'] },
    ],
    services: [
      {
        id: 'short',
        name: 'A short visit',
        group: 'Visits',
        minutes: 20,
        every: 20,
        price: 30,
        needs: [{ of: ['first', 'second'] }],
      },
      {
        id: 'long',
        name: 'A long visit',
        group: 'Visits',
        minutes: 60,
        every: 30,
        price: 80,
        needs: [{ of: ['first', 'second'] }],
      },
      {
        id: 'talk',
        name: 'A talk beforehand',
        group: 'To begin with',
        minutes: 15,
        every: 15,
        needs: [{ of: ['first'] }],
      },
    ],
  }),
  made('classes', 'Classes', 'Several people at one time, with places left', {
    resources: [
      { id: 'teacher', name: 'The teacher', hours: ['Tu,Th 18:00-20:30'] },
      { id: 'room', is: 'room', name: 'The room', hours: ['Mo-Su 08:00-22:00'] },
    ],
    services: [
      {
        id: 'evening',
        name: 'An evening class',
        group: 'Classes',
        minutes: 150,
        every: 150,
        places: 8,
        price: 40,
        needs: [{ of: ['teacher'] }, { of: ['room'] }],
      },
    ],
  }),
]
