/** Scans, copies from outside and suggestions: who is asked, and what they answer when somebody plays them. */
import type { AnswerRequest, Backroom } from '@catalex/contract/backroom'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { dayInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import { refusalInWords } from '../shared/problems.ts'
import { Trouble } from '../ui/Trouble.tsx'
import { Part } from './Part.tsx'
import { useAnswerRequest } from './queries.ts'
import styles from './backroom.module.css'

type Request = Backroom['requests'][number]
type Act = AnswerRequest['act']

const OUTSIDE_ACTS: Record<Request['state'], Act[]> = {
  asked: ['go on', 'decline'],
  'on its way': ['go on', 'delay'],
  ready: ['lend', 'go on'],
  'with reader': ['go on'],
}
const actsOf = ({ kind, state }: Request): Act[] => (kind === 'outside' ? OUTSIDE_ACTS[state] : ['go on', 'decline'])

export function PartnersPage({ requests }: { requests: readonly Request[] }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const { mutate, data, error } = useAnswerRequest()
  return (
    <div className={styles.partners}>
      <Part title={t('backroom.partners.heading')} aside={t('backroom.partners.themselves')}>
        {requests.length === 0 && <p className={styles.soft}>{t('backroom.partners.none')}</p>}
        <ul className={styles.requests}>
          {requests.map((request) => (
            <li key={request.reference}>
              <Said request={request} />
              <span className={styles.acts} data-screen>
                {actsOf(request).map((act) => (
                  <Button
                    key={act}
                    size="small"
                    aria-label={`${t(actLabel(request, act))}: ${request.title}`}
                    onClick={() => {
                      mutate({ reference: request.reference, act })
                    }}
                  >
                    {t(actLabel(request, act))}
                  </Button>
                ))}
              </span>
            </li>
          ))}
        </ul>
        <p role="status">{data?.refusal && refusalInWords(t, data.refusal, all)}</p>
        {error && <Trouble error={error} />}
      </Part>
    </div>
  )
}

/** What going on means depends on how far it is. */
function actLabel({ kind, state }: Request, act: Act) {
  if (act !== 'go on') return `backroom.partners.acts.${act}` as const
  return kind === 'outside' ? (`backroom.partners.on.${state}` as const) : (`backroom.partners.on.${kind}` as const)
}

function Said({ request: { kind, state, title, day, pickup, partner, mine, reference } }: { request: Request }) {
  const { t } = useTranslation()
  const { all, pickupName } = usePlaces()
  const facts = {
    partner: partner ?? t('backroom.partners.staff'),
    place: pickup === null ? '' : pickupName(pickup),
    date: day === null ? '' : dayInWords(day, all.timeZone),
  }
  return (
    <span>
      <b>{title}</b> {mine && <b className={styles.yours}>{t('backroom.what.yours')}</b>}
      <span className={styles.soft}>
        {[t(`requests.kinds.${kind}`), reference, t(`backroom.partners.state.${state}`, facts)].join(' · ')}
      </span>
    </span>
  )
} // prettier-ignore
