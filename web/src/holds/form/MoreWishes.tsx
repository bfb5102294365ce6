/** Days, messages and a note: asked for by few, so they wait behind one press. */
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import { Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../../shared/places.tsx'
import type { WishesProps } from './wish.ts'
import { lazyPart } from '../../ui/parts/lazyPart.tsx'

const WishFields = lazyPart(() => import('./WishFields.tsx'))

export function MoreWishes(props: WishesProps) {
  const { t } = useTranslation()
  const { bridged } = usePlaces().all
  const [open, setOpen] = useState(false)
  return open ? (
    <Suspense fallback={<Skeleton variant="rectangular" height={120} />}>
      <WishFields {...props} />
    </Suspense>
  ) : (
    <Button
      size="small"
      aria-expanded={false}
      sx={{ mt: 1 }}
      onClick={() => {
        setOpen(true)
      }}
    >
      {t(bridged ? 'wishes.lastDay' : 'wishes.more')}
    </Button>
  )
}
