/** The volume of a journal that is looked at: the address names it, so that a link leads to it and Back comes back to it. */
import type { CopyLine } from '@catalex/contract/title'
import { useInfiniteQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import type { Volume } from '../holds/form/wish.ts'
import { useScope } from '../shared/scope.tsx'
import { copiesQuery } from '../shared/titleQuery.ts'

const PARAMETER = 'volume'
/** Characters of a barcode in an address, which may be anybody's. */
const MAX_LENGTH = 100

interface ChosenVolume {
  volume: Volume | null
  /** Its copy, as soon as it is known. */
  copy: CopyLine | null
  choose(volume: Volume): void
}

export function useVolume(controlNumber: string): ChosenVolume {
  const [parameters, setParameters] = useSearchParams()
  const { chosen } = useScope()
  const barcode = parameters.get(PARAMETER)?.slice(0, MAX_LENGTH) ?? null
  /** As it was pressed: it has its name before anything has been asked. */
  const [pressed, setPressed] = useState<Volume | null>(null)
  const { data } = useInfiniteQuery({ ...copiesQuery(controlNumber, chosen, { barcode: barcode ?? '' }), enabled: barcode !== null })
  const copy = (barcode === null ? undefined : data?.pages[0]?.copies[0]) ?? null
  const enumeration = copy?.enumeration ?? (pressed?.barcode === barcode ? pressed.enumeration : null)
  return {
    volume: barcode === null ? null : { barcode, enumeration },
    copy,
    choose: ({ barcode: next, enumeration: named }) => {
      setPressed({ barcode: next, enumeration: named })
      const renamed = (before: URLSearchParams) =>
        new URLSearchParams([...[...before].filter(([name]) => name !== PARAMETER), [PARAMETER, next]])
      setParameters(renamed, { replace: true, preventScrollReset: true })
    },
  }
}
