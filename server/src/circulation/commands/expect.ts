/** When what is set aside is expected to be ready: what was told first, and what is known by now. */
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { promisedTo, type PromisedTo } from '../queries/promised.ts'
import { deliveryFor, wayOf } from '../queries/ways.ts'
import { whereaboutsOf } from '../queries/whereabouts.ts'

/** By the courier's timetable, from where its copy is now; of a set, from where each of its pieces is. @param now ISO time */
export async function expectByTimetable(write: Write, libraries: Libraries, barcode: string, now: string): Promise<void> {
  const days: string[] = []
  for (const piece of await piecesFor(write, await promisedTo(write, barcode), barcode)) {
    const way = await wayOf(write, libraries, piece)
    const delivery = way && deliveryFor(libraries, way, now)
    if (delivery) days.push(delivery.inHand)
  }
  const last = days.sort().at(-1)
  if (last !== undefined) await expectAt(write, barcode, last)
}

/** A set is there when its last piece is. @param ready ISO time */
export async function expectAt(write: Write, barcode: string, ready: string): Promise<void> {
  const hold = await promisedTo(write, barcode)
  if (!hold || hold.state === 'ready') return
  const others = (await piecesFor(write, hold, barcode)).length > 1 ? await expectedOf(write, hold) : ''
  const last = others > ready ? others : ready
  await write.run('UPDATE holds SET expected = $last, promised = coalesce(promised, $last) WHERE id = $id', { id: hold.id, last })
}

async function expectedOf(write: Write, { id }: PromisedTo): Promise<string> {
  const [known] = await write.read<{ expected: string | null }>('SELECT expected FROM holds WHERE id = $id', { id })
  return known?.expected ?? ''
}

/** The pieces that are set aside for it together with this copy, itself among them. */
async function piecesFor(write: Write, hold: PromisedTo | undefined, barcode: string): Promise<string[]> {
  const pieces = await whereaboutsOf(write, barcode, hold?.wantedBarcode === null)
  return pieces.map((piece) => piece.barcode)
}
