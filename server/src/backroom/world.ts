/** The world of the demo, in one transaction. */
import type { Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { Agenda } from './agenda.ts'
import { Happenings } from './happenings.ts'

export interface World {
  write: Write
  libraries: Libraries
  agenda: Agenda
  happenings: Happenings
}

/** @param act what is done in it; what it has planned and noted is written down after it */
export async function inWorld<T>(write: Write, libraries: Libraries, act: (world: World) => Promise<T>): Promise<T> {
  const agenda = new Agenda(write)
  const happenings = new Happenings(write)
  const done = await act({ write, libraries, agenda, happenings })
  await agenda.writeDown()
  await happenings.writeDown()
  return done
}
