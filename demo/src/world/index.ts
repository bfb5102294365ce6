/** The demo's world, made anew from a seed. */
export { makeWorld, type World, type WorldOptions } from './world.ts'
export { addReaders, writeWorld } from './write.ts'
