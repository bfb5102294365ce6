/** Help: how to ask, what the words mean, in the words of the interface. */
import { COPY_STATUSES } from '@catalex/core/copies'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'react-router'
import { ROUTE_KINDS } from '@catalex/core/routes'
import { useLinks } from '../shared/links.ts'
import { HelpAtHand } from '../ui/HelpAtHand.tsx'
import { Page } from '../ui/Page.tsx'
import { useEffect } from 'react'
import styles from './help.module.css'

const SECTIONS = ['search', 'experts', 'narrow', 'status', 'callNumbers', 'routes', 'holds'] as const
const OPERATORS = [
  ['heron tides', 'all'],
  ['"salt ledger"', 'phrase'],
  ['heron OR egret', 'or'],
  ['heron -children', 'not'],
  ['harb*', 'prefix'],
  ['(heron OR egret) tides', 'brackets'],
] as const
const CQL = [
  ['title = tides', 'field'],
  ['name all "lund marta"', 'all'],
  ['title == "nine knots"', 'whole'],
  ['subject any "tides harbours"', 'any'],
  ['date within "1990 1999"', 'dates'],
  ['format = dvd not language = ger', 'not'],
] as const

export default function HelpPage() {
  const { t } = useTranslation()
  const links = useLinks()
  const { hash } = useLocation()
  useEffect(() => {
    if (hash !== '') document.getElementById(hash.slice(1))?.scrollIntoView()
  }, [hash])
  const example = ([words, name]: readonly [string, string], text: string) => (
    <div key={name}>
      <dt>
        <Link to={links.search({ ...links.kept, q: words })}>{words}</Link>
      </dt>
      <dd>{text}</dd>
    </div>
  )
  const bodies: Record<(typeof SECTIONS)[number], ReactNode> = {
    search: <dl className={styles.examples}>{OPERATORS.map((one) => example(one, t(`help.operators.${one[1]}`)))}</dl>,
    experts: <dl className={styles.examples}>{CQL.map((one) => example(one, t(`help.cql.${one[1]}`)))}</dl>,
    narrow: null,
    status: (
      <dl className={styles.terms}>
        {COPY_STATUSES.map((status) => (
          <div key={status}>
            <dt>{t(`status.${status}`)}</dt>
            <dd>{t(`status.explain.${status}`)}</dd>
          </div>
        ))}
      </dl>
    ),
    callNumbers: null,
    routes: (
      <dl className={styles.terms}>
        {ROUTE_KINDS.map((kind) => (
          <div key={kind}>
            <dt>{t(`routes.kinds.${kind}`)}</dt>
            <dd>{t(`help.kinds.${kind}`)}</dd>
          </div>
        ))}
      </dl>
    ),
    holds: null,
  }
  return (
    <Page width={860} title={t('foot.help')}>
      <nav aria-label={t('foot.help')} className={styles.sections} data-screen>
        {SECTIONS.map((name) => (
          <Link key={name} to={links.help(name)}>
            {t(`help.sections.${name}.heading`)}
          </Link>
        ))}
      </nav>
      {SECTIONS.map((name) => (
        <section key={name} id={name} aria-labelledby={`${name}-heading`} className={styles.section}>
          <Typography variant="h2" id={`${name}-heading`}>
            {t(`help.sections.${name}.heading`)}
          </Typography>
          <p>{t(`help.sections.${name}.text`)}</p>
          {bodies[name]}
        </section>
      ))}
      <HelpAtHand words={t('help.people')} />
    </Page>
  )
}
