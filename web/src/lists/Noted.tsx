/** Note and labels of an entry, changed in place. */
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
  entry: Pick<ListView['entries'][number], 'note' | 'labels'>
  title: string
  /** Left out where they are only read. */
  onSay?: (said: { note: string; labels: string[] }) => void
}

export function Noted({ entry: { note, labels }, title, onSay }: Props) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  if (open && onSay)
    return (
      <Form
        note={note}
        labels={labels.join(', ')}
        onCancel={() => {
          setOpen(false)
        }}
        onSave={(given) => {
          onSay({
            note: given.note,
            labels: given.labels
              .split(',')
              .map((one) => one.trim().slice(0, LONGEST.label))
              .filter(Boolean),
          })
          setOpen(false)
        }}
      />
    )
  return (
    <>
      {note !== '' && (
        <p className={styles.note} dir="auto">
          {note}
        </p>
      )}
      <p className={styles.marks}>
        {labels.map((label) => (
          <span key={label} className={styles.label}>
            {label}
          </span>
        ))}
        {onSay && (
          <Button
            size="small"
            data-screen
            aria-label={t('lists.noteOf', { title })}
            onClick={() => {
              setOpen(true)
            }}
          >
            {t(note === '' && labels.length === 0 ? 'lists.addNote' : 'lists.changeNote')}
          </Button>
        )}
      </p>
    </>
  )
}

interface FormProps {
  note: string
  labels: string
  onSave(given: { note: string; labels: string }): void
  onCancel(): void
}

function Form({ note, labels, onSave, onCancel }: FormProps) {
  const { t } = useTranslation()
  const { register, handleSubmit } = useForm({ defaultValues: { note, labels } })
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        void handleSubmit(onSave)(event)
      }}
    >
      <TextField
        size="small"
        label={t('lists.note')}
        autoFocus
        multiline
        slotProps={{ htmlInput: { maxLength: LONGEST.note } }}
        {...register('note')}
      />
      <TextField size="small" label={t('lists.labelsOf')} helperText={t('lists.labelsHow')} {...register('labels')} />
      <FormButtons onCancel={onCancel} />
    </form>
  )
}
