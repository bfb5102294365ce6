/** Times as messages write them: "20261125    112000" is a local time, "20261125   Z112000" universal time (SIP 2.00, "Date format"). */
import { DateTime } from 'luxon'

export const sipTime = (time: DateTime): string => time.toFormat("yyyyMMdd'    'HHmmss")

const WRITTEN = /^(\d{8})(?: {3}([ Z])(\d{6}))?$/

/** @returns null for what is no such time: systems write days that are due in many ways */
export function timeFrom(text: string, zone: string): DateTime | null {
  const written = WRITTEN.exec(text.trim())
  const time = written
    ? DateTime.fromFormat(`${written[1] ?? ''}${written[3] ?? '000000'}`, 'yyyyMMddHHmmss', { zone: written[2] === 'Z' ? 'utc' : zone })
    : DateTime.fromISO(text.trim().replace(' ', 'T'), { zone })
  return time.isValid ? time.setZone(zone) : null
}
