/**
 * The calendar day of a moment, where the person is.
 * @param iso a moment, ISO 8601
 * @param zone IANA name of the time zone, such as "America/Los_Angeles"; UTC where it is none the platform knows
 * @returns YYYY-MM-DD
 * @source the platform's own copy of the IANA time zone database
 */
export function localDate(iso: string, zone: string): string {
  const moment = new Date(iso)
  try {
    const parts = new Intl.DateTimeFormat('en', {
      timeZone: zone,
      calendar: 'gregory',
      numberingSystem: 'latn',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
    }).formatToParts(moment)
    const part = (wanted: string) => parts.find(({ type }) => type === wanted)!.value
    return `${part('year').padStart(4, '0')}-${part('month')}-${part('day')}`
  } catch {
    return moment.toISOString().slice(0, 10)
  }
}
