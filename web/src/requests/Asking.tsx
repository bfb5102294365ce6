/** A button with the form of a request behind it. */
import Button from '@mui/material/Button'
import { Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Offered, Wanted } from './wanted.ts'
import { lazyPart, overThePage } from '../ui/parts/lazyPart.tsx'

const RequestDialog = lazyPart(() => import('./RequestDialog.tsx'), overThePage)

export function Asking({ offered, wanted }: { offered: Offered; wanted: Wanted }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        size="small"
        sx={{ ml: '-0.5rem' }}
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
            wanted={wanted}
            onClose={() => {
              setOpen(false)
            }}
          />
        </Suspense>
      )}
    </>
  )
}
