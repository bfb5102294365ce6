/** What a hold on each of several titles would mean at one pickup location. */
import type { HoldOptions, PickupOption } from '@catalex/contract/holds'
import type { Refusal } from '@catalex/contract/refusal'
import { entryKey, type Which } from '@catalex/core/satchel'
import { useQueries } from '@tanstack/react-query'
import { holdOptionsQuery } from './queries.ts'

/** Possible, and how; refused, and why; or not known yet. */
export type Each =
  | { kind: 'option'; option: PickupOption }
  | { kind: 'refused'; refusal: Refusal }
  | { kind: 'failed'; error: unknown }
  | { kind: 'waiting' }

export interface OptionsOfEach {
  of(which: Which): Each
  /** How many more holds this card may have. */
  room: number
  /** Ways in which this reader can be told; none for a guest. */
  told: HoldOptions['told']
  refetch(): Promise<{ each: ReadonlyMap<string, Each>; room: number }>
}

/** @param troubleOf what stands against an option by what else is wished */
export function useOptionsOfEach(
  which: readonly Which[],
  pickup: string,
  troubleOf: (option: PickupOption) => Refusal | null,
): OptionsOfEach {
  const answers = useQueries({
    queries: which.map(({ controlNumber, barcode }) => ({ ...holdOptionsQuery([controlNumber], barcode), placeholderData: undefined })),
  })
  const each = (answer: Pick<(typeof answers)[number], 'data' | 'error'> | undefined): Each => {
    if (answer?.error) return { kind: 'failed', error: answer.error }
    if (!answer?.data) return { kind: 'waiting' }
    const option = answer.data.pickups.find((one) => one.pickup === pickup)
    const refusal =
      answer.data.refusal ??
      answer.data.already ??
      (option ? (option.refusal ?? troubleOf(option)) : { code: 'pickup-not-served' as const })
    if (refusal) return { kind: 'refused', refusal }
    return option ? { kind: 'option', option } : { kind: 'waiting' }
  }
  const keys = which.map(entryKey)
  return {
    of: (one) => each(answers[keys.indexOf(entryKey(one))]),
    room: roomIn(answers),
    told: answers.find(({ data }) => data !== undefined)?.data?.told ?? [],
    refetch: async () => {
      const own = await Promise.all(answers.map((answer) => answer.refetch()))
      return { each: new Map(own.map((answer, i) => [keys[i] ?? '', each(answer)])), room: roomIn(own) }
    },
  }
}

function roomIn(answers: readonly { data: HoldOptions | undefined }[]): number {
  const { limit = null, used = 0 } = answers.find(({ data }) => data !== undefined)?.data ?? {}
  return limit === null ? Infinity : limit - used
}
