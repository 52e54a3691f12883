/** What production runs is installed in production: no room of it imports a package that only development has. */
import { readdirSync, readFileSync } from 'node:fs'
import { isBuiltin } from 'node:module'
import path from 'node:path'
import { expect, test } from '@jest/globals'

const root = path.resolve(import.meta.dirname, '..')
const rooms = ['app', 'core', 'embed', 'kinds', 'server', 'studio']
const { dependencies } = JSON.parse(readFileSync(path.join(root, 'package.json'), 'utf8')) as {
  dependencies: Record<string, string>
}

/** Shared with tests only. */
const isForTests = (file: string) => /\.test\.tsx?$|\/test[A-Z]\w*\.ts$/.test(file)
const files = rooms.flatMap((room) =>
  readdirSync(path.join(root, 'src', room), { recursive: true, encoding: 'utf8' })
    .map((file) => path.join('src', room, file))
    .filter((file) => /\.tsx?$/.test(file) && !isForTests(file)),
)
const packageOf = (name: string) =>
  name
    .split('/')
    .slice(0, name.startsWith('@') ? 2 : 1)
    .join('/')
/** Of values: types are gone by the time anything runs. */
const importsOf = (file: string): string[] =>
  [
    ...readFileSync(path.join(root, file), 'utf8').matchAll(
      /^\s*(?:import|export)\s+(?!type\b)(?:[^'"`;]*?\bfrom\s+)?['"]([^'"]+)['"]|\bimport\(\s*['"]([^'"]+)['"]\s*\)/gm,
    ),
  ]
    .map((found) => found[1] ?? found[2]!)
    .filter((name) => !/^[./@]\/|^\.|^@\//.test(name) && !isBuiltin(name))

test('packages that production imports are no development packages', () => {
  const missing = files.flatMap((file) =>
    importsOf(file)
      .map(packageOf)
      .filter((name) => !Object.hasOwn(dependencies, name))
      .map((name) => `${file}: ${name}`),
  )
  expect(files.length).toBeGreaterThan(500)
  expect(missing).toEqual([])
})
test('versions are pinned', () =>
  expect(Object.entries(dependencies).filter(([, version]) => !/^\d/.test(version))).toEqual([]))
