/** All that was found, as a file; and the search itself, kept to be run again. */
import { MOST_EXPORTED } from '@catalex/contract/citing'
import { parametersOf, type Question } from '@catalex/core/query'
import { useTranslation } from 'react-i18next'
import { DownloadMenu } from '../../citing/DownloadMenu.tsx'
import { exportOfSearch } from '../../citing/exportAddress.ts'
import { useScope } from '../../shared/scope.tsx'
import { KeepSearch } from './KeepSearch.tsx'
import styles from '../search.module.css'

export default function SaveList({ question, count }: { question: Question; count: number }) {
  const { t } = useTranslation()
  const { scope } = useScope()
  return (
    <p className={styles.save} data-screen>
      <KeepSearch question={question} />
      <DownloadMenu
        address={exportOfSearch({ query: parametersOf(question, scope) })}
        label={count > MOST_EXPORTED ? t('cite.saveFirst', { count: MOST_EXPORTED }) : t('cite.saveAll', { count })}
      />
    </p>
  )
}
