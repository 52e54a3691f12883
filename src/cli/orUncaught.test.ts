import { spawnSync } from 'node:child_process'
import { root } from './world'

const run = (work: string) =>
  spawnSync('node', ['--import', 'tsx', '--input-type=module', '-e', work], {
    cwd: root,
    encoding: 'utf8',
  })

test('work fails at an error outside of it, and what comes after is done', () => {
  const { stdout, status } = run(`
    const { orUncaught } = await import('./src/cli/orUncaught.ts')
    const never = orUncaught(() => new Promise(() => { setTimeout(() => { throw new Error('reset') }, 1) }))
    console.log(await never.catch((error) => error.message), await orUncaught(async () => 'next'))
    process.exit()`)
  expect([stdout, status]).toEqual(['reset next\n', 0])
})
