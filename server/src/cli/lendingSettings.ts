/** By which settings another system lends: CATALEX_DESK=sip2 and the CATALEX_SIP2_… that go with it. */
import { ENCODINGS, type Encoding } from '@catalex/core/sip2'
import { Sip2Desk, type Sip2DeskSettings } from '../bridge/index.ts'
import type { CirculationDesk, Clock } from '../standins/index.ts'

type Settings = Readonly<Record<string, string | undefined>>

/** Milliseconds: that an answer may take, and for which nobody tries again after none came. */
const PATIENCE = 3000
const TRIES = 2
const PAUSE = 10_000

/** Whether another system lends. @throws Error for a setting that is none */
export function isLentElsewhere({ CATALEX_DESK: desk = 'own' }: Settings): boolean {
  if (desk !== 'own' && desk !== '' && desk !== 'sip2') throw new Error(`CATALEX_DESK has to be "own" or "sip2", not "${desk}".`)
  return desk === 'sip2'
}

/** @returns null where Catalex lends itself @throws Error with what is wrong in the settings */
export function deskFrom(settings: Settings, clock: Clock, zone: string): CirculationDesk | null {
  return isLentElsewhere(settings) ? new Sip2Desk(sip2Settings(settings, zone), clock) : null
}

function encodingIn({ CATALEX_SIP2_ENCODING: given = 'utf-8' }: Settings): Encoding {
  const encoding = ENCODINGS.find((one) => one === given.toLowerCase())
  if (encoding === undefined) throw new Error(`CATALEX_SIP2_ENCODING has to be one of ${ENCODINGS.join(', ')}, not "${given}".`)
  return encoding
}

export function sip2Settings(settings: Settings, zone: string): Sip2DeskSettings {
  const address = settings.CATALEX_SIP2_ADDRESS ?? ''
  const [, host, port] = /^(?:\[?)([\w.:-]+?)(?:\]?):(\d{1,5})$/.exec(address) ?? []
  if (host === undefined || !(Number(port) >= 1 && Number(port) <= 65_535))
    throw new Error(`CATALEX_SIP2_ADDRESS has to be a host and a port, such as "lending.example.org:6001", not "${address}".`)
  return {
    host,
    port: Number(port),
    user: settings.CATALEX_SIP2_USER ?? null,
    password: settings.CATALEX_SIP2_PASSWORD ?? null,
    institution: settings.CATALEX_SIP2_INSTITUTION ?? '',
    encoding: encodingIn(settings),
    patience: PATIENCE,
    tries: TRIES,
    pause: PAUSE,
    zone,
  }
}
