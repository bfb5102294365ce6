export { Courier, inHandLimits, type Destination, type Delivery, type Standing } from './courier.ts'
export { Arrivals, LateArrivals, networkOver } from './network.ts'
export { runsOn, type CourierLine, type Timetable } from './timetable.ts'
export { calledTwice, courierFindings, type CourierFinding, type CourierPlaces } from './checking.ts'
