/** The MARC record, for whoever asks for it. */
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import { Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { lazyWithTexts } from '../ui/parts/lazyPart.tsx'
import styles from './title.module.css'

const MarcRecord = lazyWithTexts(() => import('./MarcRecord.tsx'))

export function OfTheRecord({ controlNumber }: { controlNumber: string }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  return (
    <section aria-labelledby="record-heading" data-screen>
      <div className={styles.sectionHead}>
        <h2 id="record-heading">{t('title.marc.heading')}</h2>
        <Button
          size="small"
          aria-expanded={open}
          onClick={() => {
            setOpen(!open)
          }}
        >
          {t(open ? 'title.marc.hide' : 'title.marc.show')}
        </Button>
      </div>
      {open && (
        <Suspense fallback={<Skeleton variant="rectangular" height={240} />}>
          <MarcRecord controlNumber={controlNumber} />
        </Suspense>
      )}
    </section>
  )
}
