/** Which editions would do: the right carrier is half of a good hold. */
import type { TitlePage } from '@catalex/contract/titles'
import { familyOf } from '@catalex/core/catalogue'
import { useTranslation } from 'react-i18next'
import { languageInWords } from '../app/formats.ts'
import { FormatMark } from '../ui/FormatMark.tsx'
import styles from './holds.module.css'

interface Props {
  page: TitlePage
  ticked: readonly number[]
  barcode: string | null
  onChange(records: number[]): void
}

export function WhatExactly({ page, ticked, barcode, onChange }: Props) {
  const { t } = useTranslation()
  const volume = page.copies.find((copy) => copy.barcode === barcode)
  const toggle = (id: number) => {
    onChange(ticked.includes(id) ? ticked.filter((other) => other !== id) : [...ticked, id])
  }
  return (
    <fieldset className={styles.part}>
      <legend>{t('hold.what')}</legend>
      {volume ? (
        <p>
          {page.description.title}, <b>{volume.enumeration}</b>
        </p>
      ) : (
        <>
          {page.editions.map((edition) => {
            const { inNow, owned, elsewhere } = edition.tally
            const detail = [
              edition.year,
              edition.edition,
              edition.languages[0] && edition.languages[0] !== 'eng' ? languageInWords(edition.languages[0]) : null,
            ]
              .filter(Boolean)
              .join(', ')
            return (
              <label key={edition.recordId} className={styles.choice}>
                <input
                  type="checkbox"
                  checked={ticked.includes(edition.recordId)}
                  onChange={() => {
                    toggle(edition.recordId)
                  }}
                />
                <span className={styles.name}>
                  <FormatMark
                    family={familyOf(edition.carrier)}
                    label={[t(`carriers.${edition.carrier}`), detail].filter(Boolean).join(', ')}
                  />
                </span>
                <span className={styles.soft}>{t('hold.inNow', { inNow, owned: owned + elsewhere })}</span>
              </label>
            )
          })}
          {ticked.length > 0 && <p className={styles.soft}>{t('hold.anyOf', { count: ticked.length })}</p>}
        </>
      )}
    </fieldset>
  )
}
