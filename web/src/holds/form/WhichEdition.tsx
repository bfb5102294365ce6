/** Which editions would do: the right carrier is half of a good hold. */
import type { Edition, TitlePage } from '@catalex/contract/title'
import { familyOf } from '@catalex/core/catalogue'
import Checkbox from '@mui/material/Checkbox'
import { useTranslation } from 'react-i18next'
import { languageInWords } from '../../shared/formats.ts'
import { FormatMark } from '../../ui/marks/FormatMark.tsx'
import type { Volume } from './wish.ts'
import styles from '../holds.module.css'

interface Props {
  page: TitlePage
  ticked: readonly string[]
  volume: Volume | null
  onChange(records: string[]): void
}

export function WhichEdition({ page, ticked, volume, onChange }: Props) {
  const { t } = useTranslation()
  if (volume)
    return (
      <fieldset className={styles.part}>
        <legend>{t('hold.what')}</legend>
        <p>
          {page.description.title}, <b>{volume.enumeration}</b>
        </p>
      </fieldset>
    )
  return (
    <fieldset className={styles.part}>
      <legend>{t('hold.what')}</legend>
      {page.editions.filter(hasCopies).map((edition) => (
        <Choice
          key={edition.controlNumber}
          edition={edition}
          checked={ticked.includes(edition.controlNumber)}
          onToggle={() => {
            const others = ticked.filter((other) => other !== edition.controlNumber)
            onChange(others.length < ticked.length ? others : [...ticked, edition.controlNumber])
          }}
        />
      ))}
      {ticked.length > 0 && <p className={styles.soft}>{t('hold.anyOf', { count: ticked.length })}</p>}
    </fieldset>
  )
}

/** What is read online has nothing that could be held. */
const hasCopies = ({ tally: { owned, elsewhere } }: Edition): boolean => owned + elsewhere > 0

function Choice({ edition, checked, onToggle }: { edition: Edition; checked: boolean; onToggle(): void }) {
  const { t } = useTranslation()
  const { inNow, owned, elsewhere } = edition.tally
  const [language] = edition.languages
  const foreign = language && language !== 'eng' ? languageInWords(language) : null
  const label = [t(`carriers.${edition.carrier}`), edition.year, edition.edition, foreign].filter(Boolean).join(', ')
  return (
    <label className={styles.choice}>
      <Checkbox checked={checked} onChange={onToggle} />
      <span className={styles.name}>
        <FormatMark family={familyOf(edition.carrier)} label={label} />
      </span>
      <span className={styles.soft}>{t('hold.inNow', { inNow, owned: owned + elsewhere })}</span>
    </label>
  )
}
