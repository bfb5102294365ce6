/** On paper there are no tabs: every floor that the walk touches is drawn. */
import type { Branch } from '@catalex/contract/libraries'
import type { BranchPlan } from '@catalex/contract/plans'
import type { Way } from '@catalex/core/plan'
import { FloorDrawing, type Lit } from '../plan/FloorDrawing.tsx'
import { shortName } from '../plan/signs.ts'
import styles from './shelfwalk.module.css'

interface Props {
  plan: BranchPlan
  branch: Branch
  lit: readonly Lit[]
  legs: Way['legs']
}

export function PaperPlans({ plan, branch, lit, legs }: Props) {
  const touched = plan.floors.filter(({ bays }) => bays.some(({ id }) => lit.some(({ bay }) => bay === id)))
  return (
    <div className={styles.paper} aria-hidden>
      {touched.map((floor) => {
        const name = branch.floors.find(({ code }) => code === floor.floor)?.name ?? floor.floor
        return (
          <figure key={floor.floor}>
            <figcaption>{shortName(name)}</figcaption>
            <FloorDrawing
              plan={plan}
              branch={branch}
              floor={floor}
              name={name}
              lit={lit}
              lines={legs.filter((leg) => leg.floor === floor.floor).map(({ line }) => line)}
            />
          </figure>
        )
      })}
    </div>
  )
}
