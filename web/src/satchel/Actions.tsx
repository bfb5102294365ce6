/** What can be done with all titles that are ticked, or with all there are. */
import type { ResultRow } from '@catalex/contract/search'
import type { Which } from '@catalex/core/satchel'
import WalkIcon from '@mui/icons-material/DirectionsWalkOutlined'
import CiteIcon from '@mui/icons-material/FormatQuoteOutlined'
import ListIcon from '@mui/icons-material/PlaylistAddOutlined'
import MailIcon from '@mui/icons-material/MailOutlined'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Button from '@mui/material/Button'
import { Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { DownloadMenu } from '../citing/DownloadMenu.tsx'
import { exportOf } from '../citing/exportAddress.ts'
import { useLinks } from '../shared/links.ts'
import { lazyWithTexts, overThePage } from '../ui/parts/lazyPart.tsx'
import styles from './satchel.module.css'

const CiteDialog = lazyWithTexts(() => import('../citing/CiteDialog.tsx'), overThePage)
const MailDialog = lazyWithTexts(() => import('../citing/MailDialog.tsx'), overThePage)
const ToListDialog = lazyWithTexts(() => import('../lists/ToListDialog.tsx'), overThePage)
const HoldAllDialog = lazyWithTexts(() => import('../holds/HoldAllDialog.tsx'), overThePage)

interface Props {
  /** Those meant, in their order. */
  which: readonly Which[]
  rows: ReadonlyMap<string, ResultRow>
}

export function Actions({ which, rows }: Props) {
  const { t } = useTranslation()
  const links = useLinks()
  const [open, setOpen] = useState<'holds' | 'list' | 'cite' | 'mail' | null>(null)
  const titles = [...new Set(which.map(({ controlNumber }) => controlNumber))]
  const close = () => {
    setOpen(null)
  }
  return (
    <div className={styles.actions} role="group" aria-label={t('satchel.actions', { count: which.length })} data-screen>
      <Button component={Link} to={links.walk(which)} variant="contained" startIcon={<WalkIcon />}>
        {t('walk.link')}
      </Button>
      <Button
        variant="outlined"
        onClick={() => {
          setOpen('holds')
        }}
      >
        {t('holdAll.open', { count: which.length })}
      </Button>
      <Button
        startIcon={<ListIcon />}
        onClick={() => {
          setOpen('list')
        }}
      >
        {t('lists.to')}
      </Button>
      <Button
        startIcon={<CiteIcon />}
        onClick={() => {
          setOpen('cite')
        }}
      >
        {t('cite.open')}
      </Button>
      <DownloadMenu address={exportOf(titles)} />
      <Button
        startIcon={<MailIcon />}
        onClick={() => {
          setOpen('mail')
        }}
      >
        {t('mail.open')}
      </Button>
      <Button
        startIcon={<PrintIcon />}
        onClick={() => {
          window.print()
        }}
      >
        {t('satchel.print')}
      </Button>
      {open === 'list' && (
        <Suspense>
          <ToListDialog which={which} onClose={close} />
        </Suspense>
      )}
      {open === 'cite' && (
        <Suspense>
          <CiteDialog titles={titles} onClose={close} />
        </Suspense>
      )}
      {open === 'mail' && (
        <Suspense>
          <MailDialog titles={titles} onClose={close} />
        </Suspense>
      )}
      {open === 'holds' && (
        <Suspense>
          <HoldAllDialog which={which} rows={rows} onClose={close} />
        </Suspense>
      )}
    </div>
  )
}
