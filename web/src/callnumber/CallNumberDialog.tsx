/** A call number explained: what each part means, how it is sorted, and between which others it stands. */
import type { ExplainedCallNumber } from '@catalex/contract/callnumber'
import type { CopyLine } from '@catalex/contract/title'
import { familyOf, type Family } from '@catalex/core/catalogue'
import Dialog from '@mui/material/Dialog'
import DialogContent from '@mui/material/DialogContent'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { use } from 'react'
import { useTranslation } from 'react-i18next'
import { call } from '../shared/api.ts'
import { captionsOf, type Captions } from '../shared/captions.ts'
import { usePlaces } from '../shared/places.tsx'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { SpineLabel } from '../ui/marks/SpineLabel.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './callnumber.module.css'

export default function CallNumberDialog({ copy, family, onClose }: { copy: CopyLine; family: Family; onClose(): void }) {
  const { t } = useTranslation()
  const { barcode } = copy
  const { data, error, refetch } = useQuery({
    queryKey: ['call number', barcode],
    queryFn: ({ signal }) => call('callNumber', { path: { barcode } }, { signal }),
  })
  useBackCloses(onClose)
  return (
    <Dialog open onClose={onClose} aria-labelledby="call-number-heading" maxWidth="sm" fullWidth>
      <DialogHead id="call-number-heading" title={t('callNumber.heading', { text: copy.place.callNumber.text })} onClose={onClose} />
      <DialogContent>
        {error && <Trouble error={error} onRetry={() => void refetch()} />}
        {!data && !error && <Skeleton variant="rectangular" height={160} />}
        {data && <Parts explained={data} />}
        <Between copy={copy} family={family} />
      </DialogContent>
    </Dialog>
  )
}

function Parts({ explained: { scheme, parts } }: { explained: ExplainedCallNumber }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const captions = use(captionsOf())
  const caption = (part: ExplainedCallNumber['parts'][number]) => {
    if (part.kind === 'prefix') return all.prefixes?.find(({ prefix }) => prefix === part.text)?.meaning
    return part.heading === null ? undefined : captionIn(captions, scheme, part.heading)
  }
  return (
    <dl className={styles.parts}>
      {parts.map((part, i) => (
        <div key={i}>
          <dt>{part.text}</dt>
          <dd>
            {caption(part) && <b>{caption(part)}. </b>}
            {t(`callNumber.parts.${part.kind}`)}
          </dd>
        </div>
      ))}
    </dl>
  )
}

function captionIn(captions: Captions, scheme: ExplainedCallNumber['scheme'], heading: string): string | undefined {
  if (scheme !== 'dewey' && scheme !== 'lc' && scheme !== 'nlm') return undefined
  const table: Record<string, string> = captions[scheme]
  return Object.hasOwn(table, heading) ? table[heading] : undefined
}

/** Its place on the shelf: the label before it, its own, the one behind. */
function Between({ copy, family }: { copy: CopyLine; family: Family }) {
  const { t } = useTranslation()
  const { data } = useQuery({
    queryKey: ['neighbours', copy.barcode, 1],
    queryFn: ({ signal }) => call('neighbours', { query: { barcode: copy.barcode, size: 1 } }, { signal }),
  })
  if (!data || data.spines.length < 2) return null
  return (
    <section aria-labelledby="between-heading">
      <h3 id="between-heading" className={styles.heading}>
        {t('callNumber.between', { collection: data.collection })}
      </h3>
      <ol className={styles.between}>
        {data.spines.map((spine) => (
          <li
            key={spine.barcode}
            data-own={spine.barcode === copy.barcode}
            aria-current={spine.barcode === copy.barcode ? 'true' : undefined}
          >
            <SpineLabel lines={spine.callNumber.spine} family={spine.barcode === copy.barcode ? family : familyOf(spine.carrier)} />
          </li>
        ))}
      </ol>
    </section>
  )
}
