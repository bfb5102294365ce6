/** What can be done with a title but holding it: gathered, put into a list, cited. */
import type { Which } from '@catalex/core/satchel'
import CiteIcon from '@mui/icons-material/FormatQuoteOutlined'
import ListIcon from '@mui/icons-material/PlaylistAddOutlined'
import Button from '@mui/material/Button'
import { Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { SatchelButton } from '../ui/SatchelButton.tsx'
import { lazyWithTexts, overThePage } from '../ui/parts/lazyPart.tsx'
import styles from './title.module.css'

const CiteDialog = lazyWithTexts(() => import('../citing/CiteDialog.tsx'), overThePage)
const ToListDialog = lazyWithTexts(() => import('../lists/ToListDialog.tsx'), overThePage)

export function TitleTools({ which, title }: { which: Which; title: string }) {
  const { t } = useTranslation()
  const [doing, setDoing] = useState<'cite' | 'list' | null>(null)
  const close = () => {
    setDoing(null)
  }
  return (
    <div className={styles.tools} data-screen>
      <SatchelButton look="page" which={which} title={title} />
      <Button
        size="small"
        startIcon={<ListIcon />}
        onClick={() => {
          setDoing('list')
        }}
      >
        {t('lists.to')}
      </Button>
      <Button
        size="small"
        startIcon={<CiteIcon />}
        onClick={() => {
          setDoing('cite')
        }}
      >
        {t('cite.open')}
      </Button>
      <Suspense>
        {doing === 'list' && <ToListDialog which={[which]} onClose={close} />}
        {doing === 'cite' && <CiteDialog titles={[which.controlNumber]} onClose={close} />}
      </Suspense>
    </div>
  )
}
