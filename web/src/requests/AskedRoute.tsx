/** A route that is asked for: a scan of a part, or another library's copy; on what terms, and the form. */
import type { RouteLine, TitlePage } from '@catalex/contract/title'
import Button from '@mui/material/Button'
import { lazy, Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useTerms } from './useTerms.ts'
import { wantedFrom, type Offered } from './wanted.ts'

const RequestDialog = lazy(() => import('./RequestDialog.tsx'))

export default function AskedRoute({ asked, page }: { asked: NonNullable<RouteLine['asked']>; page: TitlePage }) {
  const offered = offeredBy(asked)
  const termsOf = useTerms()
  return (
    offered && (
      <>
        <p>{termsOf(offered)}</p>
        <Asking offered={offered} page={page} />
      </>
    )
  )
}

/** What no library here can hold may be bought. */
export function SuggestPurchase({ page }: { page: TitlePage }) {
  return <Asking offered={{ kind: 'purchase', offer: null }} page={page} />
}

function Asking({ offered, page }: { offered: Offered; page: TitlePage }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        size="small"
        sx={{ ml: -1 }}
        aria-haspopup="dialog"
        onClick={() => {
          setOpen(true)
        }}
      >
        {t(`requests.ask.${offered.kind}`)}
      </Button>
      {open && (
        <Suspense>
          <RequestDialog
            offered={offered}
            wanted={wantedFrom(page)}
            onClose={() => {
              setOpen(false)
            }}
          />
        </Suspense>
      )}
    </>
  )
}

const offeredBy = ({ scan, outside }: NonNullable<RouteLine['asked']>): Offered | null =>
  scan ? { kind: 'scan', offer: scan } : outside ? { kind: 'outside', offer: outside } : null
