/** A message to a reader, as it would have been sent. */
import type { BackroomMessage } from '@catalex/contract/backroom'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { momentInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import styles from './backroom.module.css'

export function Message({ message, whole = false }: { message: BackroomMessage; whole?: boolean }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const [asMail, setAsMail] = useState(false)
  const { subject, text, html, channel, to, at, notice, mine } = message
  return (
    <article className={styles.message} data-notice={notice} data-mine={mine}>
      <h3>{subject}</h3>
      <p className={styles.soft}>{t(`backroom.sent.${channel}`, { to, time: momentInWords(at, all.timeZone) })}</p>
      {whole && (
        <>
          {asMail ? (
            <iframe className={styles.mail} sandbox="" srcDoc={html} title={subject} />
          ) : (
            <p className={styles.words}>{text}</p>
          )}
          <Button size="small" aria-pressed={asMail} onClick={() => { setAsMail(!asMail) }}>
            {t(asMail ? 'backroom.asText' : 'backroom.asMail')}
          </Button>
        </>
      )}
    </article>
  )
} // prettier-ignore
