/** The full description, and where it leads on. */
import type { Description as Described } from '@catalex/contract/title'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { languageInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { Sought, useSoughtWords } from './Sought.tsx'
import styles from './title.module.css'

export function Description({ description: d }: { description: Described }) {
  const { t } = useTranslation()
  const links = useLinks()
  const sought = useSoughtWords()
  const imprint = [d.place, d.publisher, d.years].filter(Boolean).join(', ')
  const languages =
    d.languages.map(languageInWords).join(', ') +
    (d.originalLanguage ? `, ${t('title.translated', { language: languageInWords(d.originalLanguage) })}` : '')
  // Titles and people in another script stand beside their own.
  const others = d.otherScripts.flatMap(({ field, text }) => (field === 'title' || field === 'person' ? [] : [text]))
  const fact = (note: Described['notes'][number]) => (
    <Fact key={note.text} label={t(`title.fields.${note.kind}`)}>
      <Sought text={note.text} words={sought} />
    </Fact>
  )
  const ofCarrier = d.notes.filter(({ kind }) => OF_THE_CARRIER.includes(kind))
  return (
    <section aria-labelledby="description-heading">
      <div className={styles.sectionHead}>
        <h2 id="description-heading">{t('title.description')}</h2>
      </div>
      <dl className={styles.facts}>
        <Fact label={t('title.fields.responsibility')}>{d.responsibility}</Fact>
        <Fact label={t('title.fields.uniformTitle')}>{d.uniformTitle}</Fact>
        <Fact label={t('title.fields.variantTitles')}>{d.variantTitles.join(' · ')}</Fact>
        <Fact label={t('title.fields.edition')}>{d.edition}</Fact>
        <Fact label={t('title.fields.imprint')}>{imprint}</Fact>
        <Fact label={t('title.fields.extent')}>{d.extent}</Fact>
        <Fact label={t('title.fields.series')}>
          {d.series.length > 0 &&
            d.series.map((entry) => (
              <span key={entry.title}>
                <Link to={links.heading('series', entry.title)}>{entry.title}</Link>
                {entry.volume && `, ${entry.volume}`}{' '}
              </span>
            ))}
        </Fact>
        <Fact label={t('title.fields.languages')}>{languages}</Fact>
        <Fact label={t('title.fields.audience')}>{d.audience && t(`title.audiences.${d.audience}`)}</Fact>
        <Fact label={t('title.fields.genres')}>{d.genres.join(' · ')}</Fact>
        <Fact label={t('title.contents')}>
          {d.contents.length > 0 && (
            <ol className={styles.contents}>
              {d.contents.map((part) => (
                <li key={part}>
                  <Sought text={part} words={sought} />
                </li>
              ))}
            </ol>
          )}
        </Fact>
        {d.notes.filter(({ kind }) => !OF_THE_CARRIER.includes(kind)).map(fact)}
        <Fact label={t('title.fields.otherScripts')}>{others.length > 0 && <bdi>{others.join(' · ')}</bdi>}</Fact>
        {d.identifiers.map((identifier) => (
          <Fact key={identifier.value} label={t(`title.fields.${identifier.kind}`)}>
            <span className={styles.number}>{identifier.value}</span>
            {identifier.qualifier && <span className={styles.soft}> {identifier.qualifier}</span>}
          </Fact>
        ))}
      </dl>
      {ofCarrier.length > 0 && (
        <>
          <h3 className={styles.group}>{t(`title.${headingOf(ofCarrier)}`)}</h3>
          <dl className={styles.facts}>{ofCarrier.map(fact)}</dl>
        </>
      )}
    </section>
  )
}

/** What says whether it can be played, and who is to be heard and seen: together, behind everything else. */
const OF_THE_CARRIER: readonly Described['notes'][number]['kind'][] = [
  'scoring',
  'presentation',
  'scale',
  'technical',
  'language',
  'performers',
  'credits',
]

/** Music to be played from and maps have nobody in them. */
const headingOf = (notes: Described['notes']): 'ofMap' | 'ofMusic' | 'carrier' =>
  notes.every(({ kind }) => kind === 'scale')
    ? 'ofMap'
    : notes.every(({ kind }) => kind === 'scoring' || kind === 'presentation')
      ? 'ofMusic'
      : 'carrier'

function Fact({ label, children }: { label: string; children: ReactNode }) {
  if (children === null || children === '' || children === false || children === undefined) return null
  return (
    <div>
      <dt>{label}</dt>
      <dd>{children}</dd>
    </div>
  )
}

export function Related({ description: d }: { description: Described }) {
  const { t } = useTranslation()
  const links = useLinks()
  const leads = [
    ...d.subjects.map((subject) => [links.heading('subject', subject.heading), subject.heading] as const),
    ...d.series.map((entry) => [links.heading('series', entry.title), entry.title] as const),
    ...d.genres.map((genre) => [links.heading('genre', genre), genre] as const),
  ]
  if (leads.length === 0) return null
  return (
    <div className={styles.leads}>
      <h2>{t('title.about')}</h2>
      <ul>
        {leads.map(([address, words]) => (
          <li key={words}>
            <Link to={address}>{words}</Link>
          </li>
        ))}
      </ul>
    </div>
  )
}
