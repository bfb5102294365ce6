/** Another pickup location for a hold; what more it costs there is agreed to. */
import type { Hold } from '@catalex/contract/holds'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Agreeing } from '../../holds/form/Agreeing.tsx'
import { useChangeHold } from '../../holds/queries.ts'
import { ApiProblem } from '../../shared/api.ts'
import { useNotice } from '../../shared/notices.tsx'
import { usePlaces } from '../../shared/places.tsx'
import { ChangeDialog } from '../ChangeDialog.tsx'

export default function ElsewhereDialog({ hold, onClose }: { hold: Hold; onClose(): void }) {
  const { t } = useTranslation()
  const notify = useNotice()
  const { pickups, pickupName } = usePlaces()
  const change = useChangeHold(hold.id)
  const [pickup, setPickup] = useState(hold.pickup)
  const [agreed, setAgreed] = useState(0)
  const cost = costIn(change.error)
  const move = async () => {
    const done = await change.mutateAsync({ pickup, ...(agreed === 0 ? {} : { cost: agreed }) }).catch(() => null)
    if (done === null) return
    onClose()
    notify(t('card.change.moved', { title: hold.title, place: pickupName(pickup) }))
  }
  return (
    <ChangeDialog
      title={t('card.change.elsewhereTitle', { title: hold.title })}
      press={t('card.change.elsewherePress')}
      change={change}
      ready={pickup !== hold.pickup && agreed >= cost}
      onPress={() => void move()}
      onClose={onClose}
    >
      <TextField
        select
        size="small"
        label={t('hold.where')}
        value={pickup}
        onChange={({ target }) => {
          change.reset()
          setAgreed(0)
          setPickup(target.value)
        }}
      >
        {pickups.map(({ code, name }) => (
          <MenuItem key={code} value={code} dense>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <Agreeing cost={cost} agreed={agreed} onAgree={setAgreed} />
    </ChangeDialog>
  )
}

/** In hundredths: what it costs there, where that is more than was agreed to. */
function costIn(error: unknown): number {
  const refusal = error instanceof ApiProblem ? error.problem.refusal : undefined
  return refusal?.code === 'cost-changed' ? refusal.cost : 0
}
