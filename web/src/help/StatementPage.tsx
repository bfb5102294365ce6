/** What the catalogue says of itself: how it treats what it knows of readers, and whom it serves how well. */
import Typography from '@mui/material/Typography'
import { useTranslation } from 'react-i18next'
import { HelpAtHand } from '../ui/HelpAtHand.tsx'
import { Page } from '../ui/Page.tsx'
import styles from './help.module.css'

const PARTS = {
  privacy: ['kept', 'card', 'gathered', 'browser', 'messages', 'ended'],
  accessibility: ['aim', 'ways', 'limits', 'tell'],
} as const

const Statement = ({ of }: { of: keyof typeof PARTS }) => {
  const { t } = useTranslation()
  // Each part of each statement has its heading and its text.
  const say = (part: string, what: 'heading' | 'text'): string => t(`${of}.${part}.${what}` as 'privacy.kept.heading')
  return (
    <Page width={760} title={t(`foot.${of}`)}>
      {PARTS[of].map((part) => (
        <section key={part} className={styles.section} aria-labelledby={part}>
          <Typography variant="h2" id={part}>
            {say(part, 'heading')}
          </Typography>
          <Statements text={say(part, 'text')} />
        </section>
      ))}
      <HelpAtHand words={t('help.people')} />
    </Page>
  )
}

/** A paragraph, or a list where the text has several lines. */
function Statements({ text }: { text: string }) {
  const lines = text.split('\n')
  return lines.length === 1 ? (
    <p>{text}</p>
  ) : (
    <ul>
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  )
}

export const PrivacyPage = () => <Statement of="privacy" />
export const AccessibilityPage = () => <Statement of="accessibility" />
