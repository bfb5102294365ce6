/** A route that is asked for: a scan of a part, or another library's copy; on what terms, and the form. */
import type { RouteLine, TitlePage } from '@catalex/contract/title'
import { Asking } from './Asking.tsx'
import { useTerms } from './useTerms.ts'
import { wantedFrom, type Offered } from './wanted.ts'

interface Props {
  asked: NonNullable<RouteLine['asked']>
  page: TitlePage
  /** Of a journal: the volume of which a part is asked for, as it is numbered. */
  volume: string | null
}

export default function AskedRoute({ asked, page, volume }: Props) {
  const offered = offeredBy(asked)
  const termsOf = useTerms()
  return (
    offered && (
      <>
        <p>{termsOf(offered)}</p>
        <Asking offered={offered} wanted={wantedFrom(page, volume)} />
      </>
    )
  )
}

/** What no library here can hold may be bought. */
export function SuggestPurchase({ page }: { page: TitlePage }) {
  return <Asking offered={{ kind: 'purchase', offer: null }} wanted={wantedFrom(page)} />
}

const offeredBy = ({ scan, outside }: NonNullable<RouteLine['asked']>): Offered | null =>
  scan ? { kind: 'scan', offer: scan } : outside ? { kind: 'outside', offer: outside } : null
