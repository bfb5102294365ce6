/** What went wrong, and the way on; loaded when something does. */
import { Suspense } from 'react'
import { lazyWithTexts } from '../shared/i18n.ts'
import type { TroubleProps } from './TroubleAlert.tsx'

const TroubleAlert = lazyWithTexts(() => import('./TroubleAlert.tsx'))

export function Trouble(props: TroubleProps) {
  return (
    <Suspense fallback={<div role="alert" />}>
      <TroubleAlert {...props} />
    </Suspense>
  )
}
