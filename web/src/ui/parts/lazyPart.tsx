/**
 * Parts of the application that are loaded when they are wanted. One that does not come says so in its own place, where it
 * can be tried again; the page around it stays.
 */
import { lazy, useState, type ComponentType, type ReactNode } from 'react'
import { loadDeferredTexts } from '../../shared/i18n.ts'
import { isOutdated, loadAnew } from '../../shared/release.ts'
import { FloatingTrouble } from '../FloatingTrouble.tsx'
import { Trouble } from '../Trouble.tsx'
import { Boundary } from './Boundary.tsx'
import { loadPart } from '../../shared/loadPart.ts'

type Load<Props> = () => Promise<{ default: ComponentType<Props> }>
type Failed<Props> = (trouble: { error: unknown; again(): void; props: Props }) => ReactNode

/** @param failed what stands in the place of a part that could not be loaded, or that can't be drawn */
export function lazyPart<Props extends object>(load: Load<Props>, failed: Failed<Props> = inItsPlace): ComponentType<Props> {
  const begin = () => lazy(() => loadPart(load))
  let latest = begin()
  return function Part(props: Props) {
    const [Loaded, setLoaded] = useState(() => latest)
    return (
      <Boundary
        onFailed={() => {
          // Whoever wants it next begins anew.
          latest = begin()
        }}
        failed={(error, drawAgain) =>
          failed({
            error,
            again: () => {
              // Files of an earlier release may be gone for good.
              if (isOutdated()) loadAnew()
              setLoaded(() => latest)
              drawAgain()
            },
            props,
          })
        }
      >
        <Loaded {...props} />
      </Boundary>
    )
  }
}

/** The same for a part that says more than the first page does. */
export const lazyWithTexts = <Props extends object>(load: Load<Props>, failed?: Failed<Props>): ComponentType<Props> =>
  lazyPart(async () => {
    const [part] = await Promise.all([load(), loadDeferredTexts()])
    return part
  }, failed)

const inItsPlace: Failed<object> = ({ error, again }) => <Trouble error={error} onRetry={again} />

/** For what lies over the page: in sight wherever the page stands. Closing it closes what was to be opened. */
export const overThePage: Failed<{ onClose(signedIn: boolean): void }> = ({ error, again, props }) => (
  <FloatingTrouble
    error={error}
    onRetry={again}
    onClose={() => {
      props.onClose(false)
    }}
  />
)
