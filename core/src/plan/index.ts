/** Plans of branches: which bay a copy stands in, and the way there. */
export { bayFinder, type Shelved } from './bays.ts'
export { planFaults } from './faults.ts'
export { entranceOf, pathsIn, type Paths, type Place } from './paths.ts'
export { baysOf, type Bay, type FloorPlan, type Plan, type Spot } from './plan.ts'
export { bayOf, wayOver, wayTo, type Direction, type Way } from './way.ts'
