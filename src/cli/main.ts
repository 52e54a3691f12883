/** `./yimble <command>`: picks the program. Each is loaded only when it is asked for. */
import { Stop } from './stop'

const commands: Readonly<
  Record<string, { readonly does: string; readonly run: (args: string[]) => Promise<number> }>
> = {
  demo: {
    does: 'start everything with the demo data (--fresh starts over)',
    run: async (args) => (await import('./demo')).demo(args, 'production'),
  },
  dev: {
    does: 'the same, with reloading',
    run: async (args) => (await import('./demo')).demo(args, 'development'),
  },
  start: {
    does: 'run studio, delivery and worker for production, or those named',
    run: async (args) => (await import('./start')).start(args),
  },
  build: {
    does: 'build for production, without starting anything',
    run: async () => (await import('./build')).buildForProduction().then(() => 0),
  },
  agency: {
    does: 'agency add NAME --owner ADDRESS: a new agency, and the link for its owner',
    run: async (args) => (await import('./people')).agency(args),
  },
  user: {
    does: 'user invite ADDRESS, user reset ADDRESS: links for people',
    run: async (args) => (await import('./people')).user(args),
  },
  test: {
    does: 'format, lint, types, unit, database and browser tests',
    run: async (args) => (await import('./test')).test(args),
  },
  gallery: {
    does: 'gallery DIR: every kind and starting point as pages, with an index',
    run: async (args) => (await import('./gallery')).gallery(args),
  },
  bench: { does: 'measure against the budgets', run: async (args) => (await import('./bench')).bench(args) },
  read: {
    does: 'read any format: ./yimble read [--base ADDRESS] [--from DAY] [--to DAY] FILE|ADDRESS …',
    run: async (args) => (await import('./read')).read(args),
  },
}

const [name = '', ...args] = process.argv.slice(2)
const command = Object.hasOwn(commands, name) ? commands[name] : undefined
if (!command) {
  const rows = Object.entries(commands).map(([key, { does }]) => `  ./yimble ${key.padEnd(7)} ${does}`)
  console.error(
    `${name === '' || name === 'help' ? '' : `yimble: there is no command "${name}".\n`}Commands:\n${rows.join('\n')}`,
  )
  process.exit(name === 'help' ? 0 : 2)
}
try {
  process.exitCode = await command.run(args)
} catch (error) {
  if (!(error instanceof Stop)) throw error
  console.error(`yimble: ${error.message}`)
  process.exitCode = error.exitCode
}
