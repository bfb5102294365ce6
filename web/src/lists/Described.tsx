/** What a list is called and what it is about, to be changed in place; and throwing it away, asked once more. */
import type { ListView } from '@catalex/contract/lists'
import { LONGEST } from '@catalex/core/lists'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useTranslation } from 'react-i18next'
import { FormButtons } from './FormButtons.tsx'
import styles from './lists.module.css'

interface Props {
  list: ListView
  onChange(said: { name: string; about: string }): void
  onDelete(): void
}

export function Described({ list, onChange, onDelete }: Props) {
  const { t } = useTranslation()
  const [open, setOpen] = useState<'name' | 'away' | null>(null)
  const close = () => {
    setOpen(null)
  }
  if (open === 'name')
    return (
      <Form
        list={list}
        onCancel={close}
        onSave={(said) => {
          onChange(said)
          close()
        }}
      />
    )
  return (
    <>
      {list.about !== '' && <p className={styles.about}>{list.about}</p>}
      <div className={styles.tools} data-screen>
        <Button
          size="small"
          onClick={() => {
            setOpen('name')
          }}
        >
          {t('lists.rename')}
        </Button>
        {open === 'away' ? (
          <>
            <span role="status">{t('lists.awayAsk', { name: list.name })}</span>
            <Button size="small" color="error" variant="outlined" autoFocus onClick={onDelete}>
              {t('lists.awayYes')}
            </Button>
            <Button size="small" onClick={close}>
              {t('lists.awayNo')}
            </Button>
          </>
        ) : (
          <Button
            size="small"
            onClick={() => {
              setOpen('away')
            }}
          >
            {t('lists.away')}
          </Button>
        )}
      </div>
    </>
  )
}

interface FormProps {
  list: ListView
  onSave(said: { name: string; about: string }): void
  onCancel(): void
}

function Form({ list: { name, about }, onSave, onCancel }: FormProps) {
  const { t } = useTranslation()
  const { register, handleSubmit } = useForm({ defaultValues: { name, about } })
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        void handleSubmit(onSave)(event)
      }}
    >
      <TextField
        size="small"
        label={t('lists.name')}
        autoFocus
        slotProps={{ htmlInput: { maxLength: LONGEST.name, required: true, pattern: '.*\\S.*' } }}
        {...register('name')}
      />
      <TextField
        size="small"
        label={t('lists.about')}
        multiline
        minRows={2}
        slotProps={{ htmlInput: { maxLength: LONGEST.about } }}
        {...register('about')}
      />
      <FormButtons onCancel={onCancel} />
    </form>
  )
}
