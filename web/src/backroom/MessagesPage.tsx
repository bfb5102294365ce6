/** The message outbox: what would have been sent, to whom, when. */
import type { BackroomMessage } from '@catalex/contract/backroom'
import { useTranslation } from 'react-i18next'
import { Message } from './Message.tsx'
import { Part } from './Part.tsx'
import styles from './backroom.module.css'

export function MessagesPage({ messages }: { messages: readonly BackroomMessage[] }) {
  const { t } = useTranslation()
  return (
    <div className={styles.outbox}>
      <Part title={t('backroom.messages')} aside={t('backroom.nothingLeaves')}>
        {messages.length === 0 && <p className={styles.soft}>{t('backroom.noMessages')}</p>}
        {messages.map((message) => (
          <Message key={message.reference} message={message} whole />
        ))}
      </Part>
    </div>
  )
}
