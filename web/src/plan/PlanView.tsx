/** The floors of a branch, one at a time, to be zoomed and moved. */
import type { Branch } from '@catalex/contract/libraries'
import type { BranchPlan } from '@catalex/contract/plans'
import type { Way } from '@catalex/core/plan'
import CloserIcon from '@mui/icons-material/AddOutlined'
import WholeIcon from '@mui/icons-material/FitScreenOutlined'
import FartherIcon from '@mui/icons-material/RemoveOutlined'
import IconButton from '@mui/material/IconButton'
import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import { useEffect, useRef, useState, type KeyboardEvent } from 'react'
import { useTranslation } from 'react-i18next'
import { TransformComponent, TransformWrapper, useControls, type ReactZoomPanPinchRef } from 'react-zoom-pan-pinch'
import { Hint } from '../ui/hints/Hint.tsx'
import { FloorDrawing, type Lit } from './FloorDrawing.tsx'
import { shortName } from './signs.ts'
import styles from './plan.module.css'

interface Props {
  plan: BranchPlan
  branch: Branch
  lit: readonly Lit[]
  legs: Way['legs']
  /** Code of the floor that is shown. */
  floor: string
  onFloor(floor: string): void
}

/** Pixels that an arrow moves a plan that is seen from nearer. */
const STEP = 60
const MOVES: Record<string, readonly [right: number, down: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

export function PlanView({ plan, branch, lit, legs, floor, onFloor }: Props) {
  const { t } = useTranslation()
  const [scale, setScale] = useState(1)
  const drawing = useRef<ReactZoomPanPinchRef>(null)
  const nameOf = (code: string) => branch.floors.find((one) => one.code === code)?.name ?? code
  const shown = plan.floors.find((one) => one.floor === floor) ?? plan.floors[0]
  const code = shown?.floor
  // Another floor is shown whole; what was pressed to see it stays where it is.
  useEffect(() => {
    void drawing.current?.resetTransform(0)
  }, [code])
  if (!shown) return null
  const move = (event: KeyboardEvent) => {
    const [right, down] = MOVES[event.key] ?? [0, 0]
    const at = drawing.current
    if ((right === 0 && down === 0) || scale === 1 || !at) return
    event.preventDefault()
    void at.setTransform(at.state.positionX - right * STEP, at.state.positionY - down * STEP, at.state.scale)
  }
  return (
    <div className={styles.view}>
      <TransformWrapper
        ref={drawing}
        maxScale={5}
        wheel={{ disabled: true }}
        panning={{ disabled: scale === 1 }}
        doubleClick={{ mode: 'toggle' }}
        onTransform={(_, state) => {
          setScale(state.scale)
        }}
      >
        <div className={styles.head}>
          {plan.floors.length > 1 && (
            <Tabs
              value={shown.floor}
              variant="scrollable"
              aria-label={t('plan.floors')}
              onChange={(_, code: string) => {
                onFloor(code)
              }}
            >
              {plan.floors.map(({ floor: code }) => (
                <Tab key={code} value={code} label={shortName(nameOf(code))} />
              ))}
            </Tabs>
          )}
          <Zoom whole={scale === 1} />
        </div>
        <TransformComponent
          wrapperClass={styles.frame}
          contentClass={styles.content}
          wrapperProps={{ tabIndex: scale === 1 ? -1 : 0, role: 'group', 'aria-label': t('plan.moved'), onKeyDown: move }}
        >
          <FloorDrawing
            plan={plan}
            branch={branch}
            floor={shown}
            name={nameOf(shown.floor)}
            lit={lit}
            lines={legs.filter((leg) => leg.floor === shown.floor).map(({ line }) => line)}
          />
        </TransformComponent>
      </TransformWrapper>
    </div>
  )
}

function Zoom({ whole }: { whole: boolean }) {
  const { t } = useTranslation()
  const { zoomIn, zoomOut, resetTransform } = useControls()
  return (
    <div className={styles.zoom} data-screen>
      <Hint text={t('plan.closer')}>
        <IconButton
          size="small"
          aria-label={t('plan.closer')}
          onClick={() => {
            void zoomIn()
          }}
        >
          <CloserIcon />
        </IconButton>
      </Hint>
      <Hint text={t('plan.farther')}>
        <IconButton
          size="small"
          aria-label={t('plan.farther')}
          onClick={() => {
            void zoomOut()
          }}
        >
          <FartherIcon />
        </IconButton>
      </Hint>
      {!whole && (
        <Hint text={t('plan.whole')}>
          <IconButton
            size="small"
            aria-label={t('plan.whole')}
            onClick={() => {
              void resetTransform()
            }}
          >
            <WholeIcon />
          </IconButton>
        </Hint>
      )}
    </div>
  )
}
