export { Courier, type Destination, type Journey, type Standing } from './courier.ts'
export { Arrivals, networkOver, type Leg, type Network } from './network.ts'
export { minuteAt, minuteOf, runsOn, type CourierLine, type Minute, type Runs, type Timetable } from './timetable.ts'
export { courierFindings, type CourierFinding, type CourierPlaces } from './checking.ts'
