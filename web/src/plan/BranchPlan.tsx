/** The floors of a branch, for whoever wants to know their way about it. */
import type { Branch } from '@catalex/contract/libraries'
import Skeleton from '@mui/material/Skeleton'
import Typography from '@mui/material/Typography'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Trouble } from '../ui/Trouble.tsx'
import { planQuery } from './planQuery.ts'
import { PlanView } from './PlanView.tsx'

export default function BranchPlan({ branch }: { branch: Branch }) {
  const { t } = useTranslation()
  const { data: plan, error, refetch } = useQuery(planQuery(branch.code))
  const [floor, setFloor] = useState<string | null>(null)
  const entrance = plan?.floors.find((one) => one.entrance !== undefined)
  return (
    <section aria-label={t('plan.plan')}>
      <Typography variant="h2" sx={{ mt: 6 }}>
        {t('plan.plan')}
      </Typography>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {!plan && !error && <Skeleton variant="rectangular" height={240} />}
      {plan && <PlanView plan={plan} branch={branch} lit={[]} legs={[]} floor={floor ?? entrance?.floor ?? ''} onFloor={setFloor} />}
    </section>
  )
}
