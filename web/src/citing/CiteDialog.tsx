/** Titles as they are cited: a style chosen, copied with its italics, and the caution that goes with it. */
import { CITATION_STYLES, plainText, type CitationStyle } from '@catalex/core/citing'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { Fragment } from 'react'
import { useTranslation } from 'react-i18next'
import { useKept } from '../shared/kept.ts'
import { useNotice } from '../shared/notices.tsx'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { citationsQuery } from './citationsQuery.ts'
import { DownloadMenu } from './DownloadMenu.tsx'
import { exportOf } from './exportAddress.ts'
import styles from './citing.module.css'

interface Props {
  /** Control numbers. */
  titles: readonly string[]
  onClose(): void
}

export default function CiteDialog({ titles, onClose }: Props) {
  useBackCloses(onClose)
  const { t } = useTranslation()
  const notify = useNotice()
  const [style, setStyle] = useKept<CitationStyle>('citation style', 'apa')
  const { data, error, refetch } = useQuery(citationsQuery(titles, style))
  const copy = async () => {
    if (!data) return
    await copyRich(data.map(({ pieces }) => pieces))
    notify(t('cite.copied', { count: data.length }))
  }
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="cite-heading">
      <DialogHead id="cite-heading" title={t('cite.heading', { count: titles.length })} onClose={onClose} />
      <div className={styles.body}>
        <label className={styles.style}>
          {t('cite.style')}
          <Select
            size="small"
            variant="standard"
            value={style}
            inputProps={{ 'aria-label': t('cite.style') }}
            onChange={(event) => {
              setStyle(event.target.value)
            }}
          >
            {CITATION_STYLES.map((one) => (
              <MenuItem key={one} value={one}>
                {t(`cite.styles.${one}`)}
              </MenuItem>
            ))}
          </Select>
        </label>
        {error && <Trouble error={error} onRetry={() => void refetch()} />}
        {!data && !error && <Skeleton height={64} />}
        {data && (
          <ol className={styles.citations} aria-label={t('cite.citations')}>
            {data.map(({ controlNumber, pieces }) => (
              <li key={controlNumber}>
                {pieces.map(({ text, italic }, i) => (italic ? <i key={i}>{text}</i> : <Fragment key={i}>{text}</Fragment>))}
              </li>
            ))}
          </ol>
        )}
        <p className={styles.soft}>{t('cite.caution')}</p>
      </div>
      <DialogActions>
        <DownloadMenu address={exportOf(titles)} />
        <Button variant="contained" disabled={!data} onClick={() => void copy()}>
          {t('cite.copy')}
        </Button>
      </DialogActions>
    </Dialog>
  )
}

type Pieces = readonly { text: string; italic: boolean }[]

/** With its italics where the browser and the program pasted into know them, else as plain text. */
async function copyRich(citations: readonly Pieces[]): Promise<void> {
  const plain = citations.map(plainText).join('\n')
  const holder = document.createElement('div')
  for (const pieces of citations) {
    const line = document.createElement('p')
    for (const { text, italic } of pieces) {
      const part = document.createElement(italic ? 'i' : 'span')
      part.textContent = text
      line.append(part)
    }
    holder.append(line)
  }
  if (typeof ClipboardItem === 'undefined') return navigator.clipboard.writeText(plain)
  const blob = (type: string, text: string) => new Blob([text], { type })
  const item = new ClipboardItem({ 'text/plain': blob('text/plain', plain), 'text/html': blob('text/html', holder.innerHTML) })
  return navigator.clipboard.write([item])
}
