/** What goes on today: the courier on its lines, the shelves, what comes back, and what has happened. */
import type { Backroom } from '@catalex/contract/backroom'
import { familyOf } from '@catalex/core/catalogue'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { momentInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { useSession } from '../shared/session/session.tsx'
import { Happenings } from './Happenings.tsx'
import { Message } from './Message.tsx'
import { Part } from './Part.tsx'
import { useBackroom } from './queries.ts'
import { RoadMap } from './RoadMap.tsx'
import styles from './backroom.module.css'

const MESSAGES_SHOWN = 4

export function Today({ backroom }: { backroom: Backroom }) {
  const { t } = useTranslation()
  const links = useLinks()
  const { reader } = useSession()
  const [mine, setMine] = useState(false)
  const own = useBackroom(mine)
  const { happenings, messages } = own.data ?? backroom
  return (
    <div className={styles.today}>
      <div>
        <Part title={t('backroom.road.heading')} aside={[t('backroom.road.between', { count: backroom.travelling }), t('backroom.road.legend')].join(' · ')}>
          <RoadMap lines={backroom.lines} waiting={backroom.waiting} />
        </Part>
        <div className={styles.pair}>
          <Part title={t('backroom.picks.heading')} aside={t('backroom.picks.all', { count: backroom.picks.reduce((sum, { copies }) => sum + copies, 0) })}>
            <Picks picks={backroom.picks} />
          </Part>
          <Part title={t('backroom.returns.heading')} aside={t('backroom.returns.asReaders')}>
            <dl className={styles.figures}>
              {(['due', 'back', 'late'] as const).map((figure) => (
                <div key={figure}>
                  <dt>{t(`backroom.returns.${figure}`)}</dt>
                  <dd>{backroom.back[figure]}</dd>
                </div>
              ))}
            </dl>
          </Part>
        </div>
        <Part title={t('backroom.shelves.heading')} aside={<ShelvesAside shelves={backroom.shelves} />}>
          <HoldShelves shelves={backroom.shelves} />
        </Part>
      </div>
      <aside className={styles.side} aria-label={t('backroom.happened')}>
        <Part
          title={t('backroom.happened')}
          aside={t('backroom.newest')}
          action={
            reader && (
              <Button size="small" aria-pressed={mine} onClick={() => { setMine(!mine) }}>
                {t(mine ? 'backroom.everything' : 'backroom.onlyMine')}
              </Button>
            )
          }
        >
          <Happenings happenings={happenings} mine={mine} />
        </Part>
        <Part title={t('backroom.messages')} action={<Link to={links.backroom('messages')}>{t('backroom.allMessages')}</Link>}>
          {messages.length === 0 && <p className={styles.soft}>{t('backroom.noMessages')}</p>}
          {messages.slice(0, MESSAGES_SHOWN).map((message) => (
            <Message key={message.reference} message={message} />
          ))}
        </Part>
      </aside>
    </div>
  )
} // prettier-ignore

function Picks({ picks }: Pick<Backroom, 'picks'>) {
  const { t } = useTranslation()
  const { branchName, all } = usePlaces()
  const links = useLinks()
  if (picks.length === 0) return <p className={styles.soft}>{t('backroom.picks.none')}</p>
  return (
    <ul className={styles.lines}>
      {picks.map(({ branch, copies, next }) => (
        <li key={branch}>
          <Link to={deskOf(links.backroom('desk'), branch)}>{branchName(branch)}</Link>
          <span className={styles.soft}>{next && t('backroom.picks.round', { time: momentInWords(next, all.timeZone) })}</span>
          <b>{copies}</b>
        </li>
      ))}
    </ul>
  )
}

const deskOf = (desk: string, branch: string): string => `${desk}${desk.includes('?') ? '&' : '?'}branch=${encodeURIComponent(branch)}`

function ShelvesAside({ shelves }: Pick<Backroom, 'shelves'>) {
  const { t } = useTranslation()
  const ready = shelves.reduce((sum, { carriers }) => sum + carriers.length, 0)
  const lapsing = shelves.reduce((sum, shelf) => sum + shelf.lapsing, 0)
  return (
    <>
      {t('backroom.shelves.ready', { count: ready })}
      {lapsing > 0 && ` · ${t('backroom.shelves.lapsing', { count: lapsing })}`}
    </>
  )
}

/** Backs of books on a board, as many as are kept; of very many the first. */
const MOST_DRAWN = 18

function HoldShelves({ shelves }: Pick<Backroom, 'shelves'>) {
  const { t } = useTranslation()
  const { pickupName } = usePlaces()
  return (
    <ul className={styles.shelves}>
      {shelves.map(({ pickup, carriers, lapsing }) => (
        <li key={pickup}>
          <span className={styles.board} aria-hidden="true">
            {carriers.slice(0, MOST_DRAWN).map((carrier, i) => (
              <span key={i} style={{ background: `var(--family-${carrier ? familyOf(carrier) : 'unknown'})`, height: `${String(26 + ((i * 7) % 10))}px` }} />
            ))}
          </span>
          <span>
            {pickupName(pickup)} <b>{carriers.length}</b>
            {lapsing > 0 && <span className={styles.lapsing}> {t('backroom.shelves.lastDay', { count: lapsing })}</span>}
          </span>
        </li>
      ))}
    </ul>
  )
} // prettier-ignore
