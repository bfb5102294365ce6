#!/usr/bin/env node
/** Makes the demo's world, or one of any size. */
import { Command } from 'commander'
import { makeWorld, writeWorld } from '../world/index.ts'

interface Options {
  titles: string
  branches: string
  seed: string
  today: string
  out: string
}

const program = new Command('make-world')
  .option('--titles <number>', 'how many title records', '12000')
  .option('--branches <number>', 'how many branches, fourteen at least', '14')
  .option('--seed <text>', 'the same seed gives the same world', 'pellan')
  .option('--today <date>', 'the day round which loans and holds stand', new Date().toISOString().slice(0, 10))
  .option('--out <folder>', 'where to write it', 'var/world')

const options = program.parse().opts<Options>()
const world = makeWorld({ titles: Number(options.titles), branches: Number(options.branches), seed: options.seed, today: options.today })
const titles = await writeWorld(world, options.out)
console.log(`Made ${String(titles)} titles in ${options.out}.`)
