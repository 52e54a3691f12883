/** The command itself, from another folder, over every format: one JSON line for each input. */
import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { beforeAll, describe, expect, test } from '@jest/globals'
import { readers } from '@/core/readers/all'

const command = path.resolve('yimble')
const folder = mkdtempSync(path.join(tmpdir(), 'yimble-read-'))
const run = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(command, ['read', ...args], { cwd: folder, encoding: 'utf8' })
  return {
    status,
    stderr,
    lines: stdout
      .split('\n')
      .filter((line) => line.startsWith('{'))
      .map(
        (line) =>
          JSON.parse(line) as {
            input: string
            format: string
            items: Record<string, unknown>[]
            problems: { what: string }[]
          },
      ),
  }
}
const endings: Readonly<Record<string, string>> = { csv: 'csv', icalendar: 'ics', vcard: 'vcf', page: 'html' }
const files = readers.map(({ id }) => `${id}.${endings[id] ?? 'txt'}`)

beforeAll(() => readers.forEach(({ example }, at) => writeFileSync(path.join(folder, files[at]!), example)))

describe('./yimble read', () => {
  test('takes every format there is a reader for, a line each, in their order', () => {
    const { status, lines } = run(...files)
    expect([status, lines.map(({ input, format }) => [input, format])]).toEqual([
      0,
      readers.map(({ id }, at) => [files[at], id]),
    ])
  })
  test('tells the dates of what repeats between two days', () =>
    expect(
      run('--from', '2026-03-05', '--to', '2026-03-31', 'icalendar.ics').lines[0]!.items[0]!.dates,
    ).toEqual(['2026-03-09T19:00:00Z', '2026-03-16T19:00:00Z']))
  test('resolves addresses against a base', () => {
    writeFileSync(
      path.join(folder, 'relative.xml'),
      '<rss><channel><item><title>One</title><link>/one</link></item></channel></rss>',
    )
    expect(run('--base', 'https://kiln.example/feed.xml', 'relative.xml').lines[0]!.items[0]!.url).toBe(
      'https://kiln.example/one',
    )
  })
  test('what can’t be read is a line with a problem, and the others are read all the same', () => {
    const { status, lines } = run('nowhere.xml', files[0]!)
    expect([status, lines.map((line) => line.format), lines[0]!.problems[0]!.what]).toEqual([
      1,
      ['unknown', 'rss'],
      'the file cannot be read (ENOENT)',
    ])
  })
  test.each([
    [[], 'name a file or an address'],
    [['--from'], '--from needs a value'],
    [['--base', 'nothing', 'a'], '--base needs an address'],
    [['--to', 'today', 'a'], 'need a day'],
  ])('%p is said to be wrong', (args, words) =>
    expect(run(...args)).toMatchObject({ status: 2, stderr: expect.stringContaining(words) }),
  )
})
