/** What a title is: its name, who made it, where it is read online, and what can be done with it. */
import type { TitlePage } from '@catalex/contract/title'
import type { Which } from '@catalex/core/satchel'
import type { RefObject } from 'react'
import type { Volume } from '../holds/form/wish.ts'
import { useOwnTitles } from '../shared/ownTitles.ts'
import { OnlineLink } from '../ui/marks/OnlineLink.tsx'
import { OwnMark } from '../ui/marks/OwnMark.tsx'
import { Words } from '../ui/Words.tsx'
import { People } from './People.tsx'
import { TitleTools } from './TitleTools.tsx'
import styles from './title.module.css'

interface Props {
  page: TitlePage
  which: Which
  volume: Volume | null
  heading: RefObject<HTMLHeadingElement | null>
}

export function TitleHead({ page, which, volume, heading }: Props) {
  const ownOf = useOwnTitles()
  const { description } = page
  const language = description.languages[0]
  return (
    <header className={styles.head}>
      <h1 ref={heading} tabIndex={-1}>
        <Words language={language}>{description.title}</Words>
        {description.remainder && (
          <span>
            : <Words language={language}>{description.remainder}</Words>
          </span>
        )}
      </h1>
      {description.titleInScript && (
        <p className={styles.script}>
          <Words language={language}>{description.titleInScript}</Words>
        </p>
      )}
      <p>
        <People people={description.people} />
      </p>
      {description.online.length > 0 && (
        <ul className={styles.onlines}>
          {description.online.map((version) => (
            <li key={version.url}>
              <OnlineLink version={version} title={description.title} only={page.places.length === 0} />
            </li>
          ))}
        </ul>
      )}
      <TitleTools which={which} title={[description.title, volume?.enumeration].filter(Boolean).join(', ')} />
      <OwnMark own={ownOf(page.editions.map((edition) => edition.controlNumber))} />
      {description.summary && (
        <p className={styles.summary} dir="auto">
          {description.summary}
        </p>
      )}
    </header>
  )
}
