import { language } from '~/words'

/** The customs of plain English are those of the world's day and month, not of one country's. */
const customs = language === 'en' ? 'en-GB' : language
const moment = new Intl.DateTimeFormat(customs, { dateStyle: 'medium', timeStyle: 'short' })
const day = new Intl.DateTimeFormat(customs, { dateStyle: 'medium', timeZone: 'UTC' })
const clock = new Intl.DateTimeFormat(customs, { hour: '2-digit', minute: '2-digit' })

/** A moment, as the language writes day and time: "14 Mar 2026, 09:30". */
export const momentWords = (iso: string | Date): string => moment.format(new Date(iso))

/** The time of day of a moment: "09:30", "9:30 AM". */
export const clockWords = (at: Date | string | number): string => clock.format(new Date(at))

/** A day, from how it is kept: 2026-03-14 as it is where the language has no custom of its own, else by it. */
export function dayWords(iso: string): string {
  if (language === 'en' || !/^\d{4}-\d\d-\d\d$/.test(iso)) return iso
  return day.format(new Date(`${iso}T00:00:00Z`))
}
