/** One work as a row: spine label; title; who and when; its editions with what is in now, and the nearest place. */
import type { ResultRow } from '@catalex/contract/search'
import type { Edition } from '@catalex/contract/title'
import { familyOf, type Carrier } from '@catalex/core/catalogue'
import type { Question } from '@catalex/core/query'
import HandIcon from '@mui/icons-material/BackHandOutlined'
import { Fragment, Suspense } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { momentInWords, now } from '../../shared/formats.ts'
import type { CameFrom } from '../../shared/links.ts'
import { usePlaces } from '../../shared/places.tsx'
import type { Own } from '../../shared/ownTitles.ts'
import type { FullScope } from '../../shared/scope.tsx'
import { FormatMark } from '../../ui/marks/FormatMark.tsx'
import { Hint } from '../../ui/hints/Hint.tsx'
import { OnlineLink } from '../../ui/marks/OnlineLink.tsx'
import { OwnMark } from '../../ui/marks/OwnMark.tsx'
import { SatchelButton } from '../../ui/SatchelButton.tsx'
import { SpineLabel } from '../../ui/marks/SpineLabel.tsx'
import { Words } from '../../ui/Words.tsx'
import { passingEditions } from './goodEditions.ts'
import { Nearest } from './Nearest.tsx'
import { rowLinkId } from './useRowKeys.ts'
import { lazyWithTexts } from '../../ui/parts/lazyPart.tsx'
import styles from './row.module.css'

const Unfolded = lazyWithTexts(() => import('./Unfolded.tsx'))

interface Props {
  row: ResultRow
  /** What the list is narrowed to: chips follow it. */
  question: Question
  scope: FullScope
  titleLink: string
  number: number
  current: boolean
  own: Own | null
  cameFrom: CameFrom
  unfolded: boolean
  onUnfold(open: boolean): void
  onFocus(): void
  /** Opens the routes on a narrow screen. */
  onRoutes?: () => void
}

export function Row({ row, question, scope, titleLink, number, current, own, cameFrom, unfolded, onUnfold, onFocus, onRoutes }: Props) {
  const { t } = useTranslation()
  const edition = row.editions.find(({ controlNumber }) => controlNumber === row.controlNumber)
  const elsewhere = row.editions.reduce((sum, { tally }) => sum + tally.elsewhere, 0)
  const onlyOnline = row.online !== null && elsewhere + row.editions.reduce((sum, { tally }) => sum + tally.owned, 0) === 0
  const language = edition?.languages[0]
  return (
    // eslint-disable-next-line jsx-a11y/click-events-have-key-events, jsx-a11y/no-noninteractive-element-interactions -- a convenience for the mouse; keyboards reach the row by its link
    <li className={styles.row} data-current={current} onClick={onRoutes ?? onFocus}>
      <SpineLabel lines={row.nearest?.place.callNumber.spine ?? []} family={familyOf(edition?.carrier ?? 'book')} />
      <div className={styles.body}>
        <div className={styles.head}>
          <h2>
            <Link id={rowLinkId(number)} to={titleLink} state={cameFrom} onFocus={onFocus}>
              <Words language={language}>{row.title}</Words>
            </Link>
            {row.remainder && (
              <span className={styles.remainder}>
                : <Words language={language}>{row.remainder}</Words>
              </span>
            )}
            {own && ' '}
            <OwnMark own={own} />
          </h2>
          <InHand row={row} />
        </div>
        {row.titleInScript && (
          <p className={styles.script}>
            <Words>{row.titleInScript}</Words>
          </p>
        )}
        <p className={styles.who}>
          {partsOf(row, edition, t('search.bookOf', { series: row.series?.title ?? '', volume: row.series?.volume ?? '' })).map(
            (part, i) => (
              <Fragment key={i}>
                {i > 0 && ' · '}
                <Words>{part}</Words>
              </Fragment>
            ),
          )}
        </p>
        <div className={styles.state}>
          <ul className={styles.chips}>
            {byCarrier(passingEditions(row.editions, question, scope)).map(({ carrier, inNow, owned }) => (
              <li key={carrier} className={styles.chip} data-out={inNow === 0}>
                <FormatMark family={familyOf(carrier)} label={t(`carriers.${carrier}`)} />
                <Hint text={t('search.row.chip', { inNow, owned })}>
                  <span role="img" aria-label={t('search.row.chip', { inNow, owned })}>
                    {t('search.row.tally', { inNow, owned })}
                  </span>
                </Hint>
              </li>
            ))}
          </ul>
          {!onlyOnline && <Nearest row={row} elsewhere={elsewhere} />}
          {row.online && <OnlineLink version={row.online} title={row.title} only={onlyOnline} />}
          <span className={styles.ways} data-screen>
            {onRoutes && (
              <button
                type="button"
                className={styles.way}
                aria-label={`${t('search.row.routes')}: ${row.title}`}
                onClick={(event) => {
                  event.stopPropagation()
                  onRoutes()
                }}
              >
                {t('search.row.routes')}
              </button>
            )}
            <SatchelButton which={{ controlNumber: row.controlNumber, barcode: null }} title={row.title} look="sign" />
            {!onlyOnline && <Unfold row={row} open={unfolded} onUnfold={onUnfold} />}
          </span>
        </div>
        {row.why && <Why why={row.why} />}
        {unfolded && (
          <Suspense>
            <Unfolded row={row} cameFrom={cameFrom} />
          </Suspense>
        )}
      </div>
    </li>
  )
}

/** When a copy could be in hand at the pickup location, where that is not this minute. */
function InHand({ row: { inHand } }: { row: ResultRow }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  if (inHand === null || Date.parse(inHand) <= now()) return null
  return (
    <p className={styles.inHand}>
      <HandIcon aria-hidden fontSize="inherit" /> <span className={styles.spoken}>{t('search.row.inHandBy')} </span>
      {momentInWords(inHand, all.timeZone)}
    </p>
  )
}

const foldWords = (open: boolean, editions: boolean) =>
  editions ? (open ? 'search.row.foldEditions' : 'search.row.unfoldEditions') : open ? 'search.row.fold' : 'search.row.unfold'

function Unfold({ row, open, onUnfold }: { row: ResultRow; open: boolean; onUnfold(open: boolean): void }) {
  const { t } = useTranslation()
  const words = t(foldWords(open, row.editions.length > 1), {
    count: row.editions.length + row.moreEditions,
  })
  return (
    <button
      type="button"
      className={styles.way}
      aria-expanded={open}
      aria-label={`${words}: ${row.title}`}
      onClick={(event) => {
        event.stopPropagation()
        onUnfold(!open)
      }}
    >
      {words}
    </button>
  )
}

function Why({ why }: { why: NonNullable<ResultRow['why']> }) {
  const { t } = useTranslation()
  return (
    <p className={styles.why}>
      {t('search.row.why', { field: t(`band.fields.${why.field}`) })} “
      <bdi>{why.pieces.map(({ text, marked }, i) => (marked ? <mark key={i}>{text}</mark> : text))}</bdi>”
    </p>
  )
}

/** Who made it, of which series, by which publisher and when: what there is of it. */
function partsOf(row: ResultRow, own: Edition | undefined, bookOf: string): string[] {
  return [
    row.who.join(', '),
    row.series ? (row.series.volume === null ? row.series.title : bookOf) : '',
    [own?.publisher, row.year].filter(Boolean).join(', '),
    own?.edition ?? '',
    own?.extent?.split(/ [:;(]/)[0] ?? '',
  ].filter((part) => part !== '')
}

interface Chip {
  carrier: Carrier
  inNow: number
  owned: number
}

/** Editions in one format are one chip; forms that these places don't own are left to the title page. */
function byCarrier(editions: readonly Edition[]): Chip[] {
  const chips = new Map<Carrier, Chip>()
  for (const { carrier, tally } of editions) {
    const chip = chips.get(carrier) ?? { carrier, inNow: 0, owned: 0 }
    chips.set(carrier, { carrier, inNow: chip.inNow + tally.inNow, owned: chip.owned + tally.owned })
  }
  return [...chips.values()].filter((chip) => chip.owned > 0)
}
