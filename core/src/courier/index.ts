export { Courier, inHandLimits, type Destination, type Delivery, type Standing } from './courier.ts'
export { Arrivals, networkOver } from './network.ts'
export { minuteAt, minuteOf, runsOn, type CourierLine, type Minute, type Timetable } from './timetable.ts'
export { courierFindings, type CourierFinding, type CourierPlaces } from './checking.ts'
