/** `catalex check-world`: every fault in the files of a library's world, and what its records would come to, without loading. */
import { controlField, isAuthority, isDeleted, BadRecord } from '@catalex/core/catalogue'
import { prepare, recordsIn } from '../../catalogue/index.ts'
import { Libraries } from '../../libraries/index.ts'
import { faultLine, faultsIn, readWorld } from '../../world/index.ts'
import { sayForm, sayLinesOutAndBack } from '../reporting.ts'
import { faultInWords } from '../sentences.ts'

/** @returns exit code: 0 where all fits, 1 with faults */
export async function checkWorld(folder: string): Promise<number> {
  const world = readWorld(folder)
  const faults = faultsIn(world)
  for (const fault of faults) console.log(faultLine(fault))
  const { library, policies } = world
  if (library === null || policies === null) {
    console.log('The records are looked at when library.json and policies.json can be read.')
    return 1
  }
  sayForm(library, policies)
  const libraries = new Libraries({ library, policies, documents: world.documents })
  // A line that names what there is not is a fault already.
  if (faults.length === 0) sayLinesOutAndBack(libraries)
  const refused = await sayRecords(world.marc, libraries)
  console.log(faults.length === 0 ? 'All that the files name is there.' : `${counted(faults.length, 'fault')}: nothing would be loaded.`)
  return faults.length + refused > 0 ? 1 : 0
}

const counted = (count: number, what: string): string => `${String(count)} ${what}${count === 1 ? '' : 's'}`

/** @returns how many records nothing could be taken of */
async function sayRecords(files: readonly string[], libraries: Libraries): Promise<number> {
  let refused = 0
  let warned = 0
  let read = 0
  for (const file of files)
    for await (const one of recordsIn(file)) {
      read += 1
      const number = 'fault' in one ? null : (controlField(one.record, '001')?.trim() ?? null)
      const where = `${file}, record ${String(one.number)}${number === null ? '' : ` (${number})`}`
      try {
        if ('fault' in one) throw new BadRecord(one.fault.code, one.fault.field, one.fault.facts)
        const { warnings } =
          isAuthority(one.record) || isDeleted(one.record) ? one : prepare(one.number, one.record, libraries, one.warnings)
        warned += warnings.length > 0 ? 1 : 0
        for (const warning of warnings) console.log(`${[where, warning.field].filter(Boolean).join(', ')}: ${faultInWords(warning)}`)
      } catch (error) {
        if (!(error instanceof BadRecord)) throw error
        refused += 1
        console.log(`${[where, error.fault.field].filter(Boolean).join(', ')}: not loaded: ${faultInWords(error.fault)}`)
      }
    }
  console.log(`${counted(read, 'record')}: ${String(refused)} would not be loaded, ${String(warned)} with a warning.`)
  return refused
}
