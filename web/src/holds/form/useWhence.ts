/** Whence a copy comes for a hold: off the shelf there, from another branch, or out of the queue. */
import type { PickupOption } from '@catalex/contract/holds'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../../shared/places.tsx'

export function useWhence(): (option: PickupOption) => string {
  const { t } = useTranslation()
  const { branchName, pickup } = usePlaces()
  return ({ pickup: code, from, queue }) => {
    if (queue) return t('hold.queue', { place: t('app.nth', { count: queue.before + 1, ordinal: true }) })
    return from === pickup(code)?.at.code ? t('hold.fromHere') : t('hold.fromBranch', { branch: branchName(from ?? '') })
  }
}
