/** The record as cataloguers know it: tagged, field by field, and as files. */
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import TableContainer from '@mui/material/TableContainer'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { call } from '../shared/api.ts'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './title.module.css'

export default function MarcRecord({ controlNumber }: { controlNumber: string }) {
  const { t } = useTranslation()
  const { data, error, refetch } = useQuery({
    queryKey: ['record', controlNumber],
    queryFn: ({ signal }) => call('record', { path: { controlNumber } }, { signal }),
  })
  const file = (form: string) => `/records/${encodeURIComponent(controlNumber)}.${form}`
  if (error) return <Trouble error={error} onRetry={() => void refetch()} />
  if (!data) return <Skeleton variant="rectangular" height={240} />
  return (
    <>
      <p data-screen>
        <Button size="small" href={file('mrc')} download>
          {t('title.marc.iso')}
        </Button>
        <Button size="small" href={file('xml')} download>
          {t('title.marc.xml')}
        </Button>
      </p>
      {/* What scrolls sideways has to be reached by keyboard. */}
      <TableContainer className={styles.marc} tabIndex={0} role="region" aria-label={t('title.marc.fields')}>
        <table>
          <tbody>
            <tr>
              <th scope="row">LDR</th>
              <td />
              <td>{data.leader}</td>
            </tr>
            {data.fields.map(({ tag, indicators, value, subfields }, i) => (
              <tr key={i}>
                <th scope="row">{tag}</th>
                <td>{indicators?.replaceAll(' ', '_')}</td>
                <td>
                  {value}
                  {subfields.map((one, k) => (
                    <span key={k}>
                      <b>${one.code}</b> <bdi>{one.value}</bdi>{' '}
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </TableContainer>
    </>
  )
}
