/** `catalex sip2`: asks a lending system as the bridge does, to see whether the two understand each other. */
import { Sip2Desk } from '../../bridge/index.ts'
import { machineClock } from '../../standins/index.ts'
import { sip2Settings } from '../lendingSettings.ts'

interface Asked {
  copy?: string
  card?: string
  checkIn?: string
  checkOut?: string
}

export async function sip2({ copy, card, checkIn, checkOut }: Asked): Promise<void> {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  const desk = new Sip2Desk(sip2Settings(process.env, zone), machineClock(zone))
  try {
    if (checkIn !== undefined) console.log(await desk.checkIn(checkIn))
    else if (checkOut !== undefined) console.log(await desk.checkOut(card ?? '', checkOut))
    else if (copy !== undefined) console.log((await desk.copy(copy)) ?? `It knows no copy ${copy}.`)
    else if (card !== undefined) console.log((await desk.reader(card, null)) ?? `It knows no card ${card}.`)
    else {
      await desk.greet()
      console.log('It answers.')
    }
  } finally {
    desk.close()
  }
}
