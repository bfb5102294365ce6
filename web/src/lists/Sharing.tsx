/** A list is its reader's alone, until it is shared by a link; withdrawn, the link is dead. */
import type { ListView } from '@catalex/contract/lists'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { useLinks } from '../shared/links.ts'
import { useNotice } from '../shared/notices.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { useListAction } from './queries.ts'
import styles from './lists.module.css'

export function Sharing({ list: { id, link } }: { list: ListView }) {
  const { t } = useTranslation()
  const links = useLinks()
  const notify = useNotice()
  const share = useListAction(id, 'shareList')
  const withdraw = useListAction(id, 'withdrawList')
  const error = share.error ?? withdraw.error
  const address = link === null ? null : new URL(links.shared(link), window.location.href).href
  return (
    <div className={styles.sharing} data-screen>
      {address === null ? (
        <>
          <span className={styles.soft}>{t('lists.private')}</span>
          <Button
            size="small"
            disabled={share.isPending}
            onClick={() => {
              share.mutate()
            }}
          >
            {t('lists.share')}
          </Button>
        </>
      ) : (
        <>
          <span role="status">{t('lists.sharedBy')}</span>
          <a href={address} className={styles.link}>
            {address}
          </a>
          <Button
            size="small"
            onClick={() => {
              void navigator.clipboard.writeText(address).then(() => {
                notify(t('lists.linkCopied'))
              })
            }}
          >
            {t('lists.copyLink')}
          </Button>
          <Button
            size="small"
            disabled={withdraw.isPending}
            onClick={() => {
              withdraw.mutate()
            }}
          >
            {t('lists.withdraw')}
          </Button>
        </>
      )}
      {error && <Trouble error={error} />}
    </div>
  )
}
