/** Several titles that stand together, at once: into the satchel, or held. */
import type { Which } from '@catalex/core/satchel'
import PutIcon from '@mui/icons-material/BackpackOutlined'
import Button from '@mui/material/Button'
import { Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useNotice } from '../shared/notices.tsx'
import { useSatchel } from '../shared/satchel/useSatchel.ts'
import { useScope } from '../shared/scope.tsx'
import { useRows } from './rowsQuery.ts'
import { lazyWithTexts, overThePage } from '../ui/parts/lazyPart.tsx'
import styles from './satchel.module.css'

const HoldAllDialog = lazyWithTexts(() => import('../holds/HoldAllDialog.tsx'), overThePage)

export function TakeAll({ titles }: { titles: readonly string[] }) {
  const { t } = useTranslation()
  const notify = useNotice()
  const satchel = useSatchel()
  const [holding, setHolding] = useState(false)
  const which = titles.map((controlNumber): Which => ({ controlNumber, barcode: null }))
  if (titles.length < 2) return null
  return (
    <div className={styles.takeAll} data-screen>
      <Button
        size="small"
        startIcon={<PutIcon />}
        onClick={() => {
          satchel.put(which)
          notify(t('lists.gathered', { count: titles.length }))
        }}
      >
        {t('satchel.putThese', { count: titles.length })}
      </Button>
      <Button
        size="small"
        onClick={() => {
          setHolding(true)
        }}
      >
        {t('satchel.holdThese', { count: titles.length })}
      </Button>
      {holding && (
        <Suspense>
          <HoldThese
            which={which}
            onClose={() => {
              setHolding(false)
            }}
          />
        </Suspense>
      )}
    </div>
  )
}

function HoldThese({ which, onClose }: { which: readonly Which[]; onClose(): void }) {
  const { scope } = useScope()
  const { rows } = useRows(
    which.map(({ controlNumber }) => controlNumber),
    scope,
  )
  return <HoldAllDialog which={which} rows={rows} onClose={onClose} />
}
