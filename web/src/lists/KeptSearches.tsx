/** Searches that the reader keeps: each with what is new in it since it was last looked at. */
import { questionFromAddress, scopeFromAddress, parametersOf } from '@catalex/core/query'
import RemoveIcon from '@mui/icons-material/CloseOutlined'
import IconButton from '@mui/material/IconButton'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { KeptSearches as Kept } from '@catalex/contract/searches'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { call } from '../shared/api.ts'
import { dayInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import { useSession } from '../shared/session/session.tsx'
import { Hint } from '../ui/hints/Hint.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { searchesQuery } from './queries.ts'
import styles from './lists.module.css'

export function KeptSearches() {
  const { t } = useTranslation()
  const { reader } = useSession()
  const { data, error, refetch } = useQuery({ ...searchesQuery, enabled: reader !== null })
  return (
    <section aria-labelledby="searches-heading" className={styles.searches}>
      <h2 id="searches-heading">{t('searches.heading')}</h2>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data?.length === 0 && <p>{t('searches.none')}</p>}
      <ul className={styles.lists}>
        {data?.map((search) => (
          <One key={search.id} search={search} />
        ))}
      </ul>
    </section>
  )
}

function One({ search: { id, name, address, seen } }: { search: Kept[number] }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const client = useQueryClient()
  const { asReader } = useSession()
  const onSuccess = (searches: Kept) => {
    client.setQueryData(searchesQuery.queryKey, searches)
  }
  const drop = useMutation({ mutationFn: () => asReader(() => call('removeSearch', { path: { id } })), onSuccess })
  const note = useMutation({ mutationFn: () => asReader(() => call('noteSearchSeen', { path: { id } })), onSuccess })
  const parameters = new URLSearchParams(address)
  const newer = { ...questionFromAddress(parameters), display: `since:${seen}` }
  const query = parametersOf(newer, scopeFromAddress(parameters))
  const { data } = useQuery({ queryKey: ['count', query], queryFn: ({ signal }) => call('count', { query }, { signal }) })
  const since = new URLSearchParams(parameters)
  since.set('display', newer.display)
  const look = () => {
    note.mutate()
  }
  return (
    <li className={styles.search}>
      <div>
        <Link to={`/search${address}`} onClick={look}>
          {name}
        </Link>
        <span className={styles.soft}>
          {data !== undefined && data.count > 0 ? (
            <Link to={`/search?${since.toString()}`} onClick={look} className={styles.new}>
              {t('searches.new', { count: data.count, date: dayInWords(seen, all.timeZone) })}
            </Link>
          ) : (
            data && t('searches.nothingNew', { date: dayInWords(seen, all.timeZone) })
          )}
        </span>
      </div>
      <Hint text={t('searches.drop', { name })}>
        <IconButton
          size="small"
          aria-label={t('searches.drop', { name })}
          onClick={() => {
            drop.mutate()
          }}
        >
          <RemoveIcon fontSize="small" />
        </IconButton>
      </Hint>
    </li>
  )
}
