/** Tables and other files that are kept here: uploaded, mapped by hand, edited cell by cell. */
import type { CellsShape, SourceShape, TableHeadShape } from '@/core/api/shapes'
import type { ItemType } from '@/core/items/item'
import { problem, ProblemError } from '@/core/problems'
import { readerLabel } from '@/core/readers/all'
import { alignedTo, columnsOf, guessMapping, type Mapping } from '@/core/readers/tableMapping'
import { readTable } from '@/core/readers/csv'
import { decode } from '@/core/readers/decode'
import { isText } from '@/core/readers/isText'
import type { Transaction } from 'sequelize'
import { shortHash } from '@/core/items/identity'
import { db, inTransaction } from '../../db/db'
import { fetchAddress } from '../../fetch/fetchAddress'
import { demand, found, valueOf, type Actor } from '../access/actor'
import { clientRow } from '../clients/clientRow'
import type { Source } from '../../db/models/source'
import { accept, mappingOf, optionsOf, readFileText, readUpload, type SourceOptions } from './reading'
import { dueIn, fileIntervalMinutes, refresh, takeReading } from './refreshing'
import { newRef } from '../access/secrets'
import { demandNew, demandRoom, getSource, sourceRow } from './sources'

/**
 * Keeps a file that somebody uploaded as a source; uploading it again under the same name takes the place of the first.
 * @param input.text - decoded
 * @throws ProblemError `nothing_readable`
 */
export async function addFile(
  actor: Actor,
  clientId: string,
  input: { name: string; text: string; mapping?: SourceOptions['mapping'] },
): Promise<SourceShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const address = `file:${input.name}`
  const existing = await db().Source.findOne({ where: { clientId: client.id, address } })
  if (!existing) await demandRoom(actor)
  const mapping = input.mapping ?? (existing ? optionsOf(existing).mapping : undefined)
  const options: SourceOptions = { file: input.name, ...(mapping ? { mapping } : {}) }
  if (!isText(input.text))
    throw new ProblemError(
      problem('input_invalid', {
        where: input.name,
        why: 'it is no text, whatever its name says. From a spreadsheet, save it as CSV and upload that',
      }),
    )
  const reading = await readUpload(input.name, input.text, options)
  if (reading.items.length > maxUploaded)
    throw new ProblemError(
      problem('input_invalid', {
        where: input.name,
        why: `it has ${reading.items.length} rows; up to ${maxUploaded} can be read. Leave out what no widget is to show`,
      }),
    )
  if (reading.items.length === 0)
    throw new ProblemError(
      problem('nothing_readable', {
        address: input.name,
        kind:
          reading.format === 'unknown'
            ? 'of no format that can be read'
            : `a ${readerLabel(reading.format)} with nothing in it`,
      }),
    )
  const id = await inTransaction(async (transaction) => {
    const row =
      existing ??
      (await db().Source.create(
        {
          clientId: client.id,
          agencyId: actor.agencyId,
          address,
          label: input.name.replace(/\.[a-z0-9]{1,5}$/i, ''),
          reader: reading.format,
          feed: reading.feed,
          problems: [],
          history: [],
          options,
        },
        { transaction },
      ))
    await db().SourceFile.upsert(
      { sourceId: row.id, name: input.name, text: input.text, uploadedAt: new Date() },
      { transaction },
    )
    await row.update({ options }, { transaction })
    await takeReading(
      row,
      reading,
      `${existing ? 'Uploaded again' : 'Uploaded'} with ${reading.items.length} items`,
      transaction,
    )
    return row.id
  })
  return getSource(actor, id)
}

/** Says by hand what the columns of a table mean, and reads it again by that. */
export async function setMapping(
  actor: Actor,
  id: string,
  mapping: NonNullable<SourceOptions['mapping']>,
): Promise<SourceShape> {
  demand(actor, 'designer')
  const row = await sourceRow(actor, id)
  await row.update({
    options: { ...optionsOf(row), mapping },
    etag: null,
    lastModified: null,
    contentHash: null,
  })
  const file = await db().SourceFile.findByPk(id)
  if (!file) await refresh(id)
  else {
    const reading = await readUpload(file.name, file.text, optionsOf(row))
    await inTransaction((transaction) => takeReading(row, reading, 'Columns named by hand', transaction))
  }
  return getSource(actor, id)
}

/** Rows of a file that somebody uploads. */
const maxUploaded = 20_000
/** Rows that can be edited in the studio; longer tables are kept in a spreadsheet and uploaded. */
const mostEditable = 500

/** Starts a catalogue that is kept by hand: a table with every column that its type has, and a key for each row. */
export async function startCatalogue(
  actor: Actor,
  clientId: string,
  input: { name: string; type: ItemType },
): Promise<SourceShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  await demandRoom(actor)
  const columns = [...columnsOf(input.type)].sort((a, b) => Number(b.id === 'guid') - Number(a.id === 'guid'))
  const file = `${input.name}.csv`
  const address = `file:${file}`
  await demandNew(client.id, address)
  const options: SourceOptions = {
    file,
    mapping: { type: input.type, columns: columns.map((column) => column.id) },
  }
  const id = await inTransaction(async (transaction) => {
    const row = await db().Source.create(
      {
        clientId: client.id,
        agencyId: actor.agencyId,
        address,
        label: input.name,
        reader: 'csv',
        feed: {},
        problems: [],
        history: [{ at: new Date().toISOString(), what: 'Started by hand' }],
        options,
        intervalMinutes: fileIntervalMinutes,
        nextAt: dueIn(fileIntervalMinutes),
        changedAt: new Date(),
      },
      { transaction },
    )
    await db().SourceFile.create(
      { sourceId: row.id, name: file, text: writeCsv([columns.map((column) => column.label)]) },
      { transaction },
    )
    return row.id
  })
  return getSource(actor, id)
}

const tableOf = async (actor: Actor, id: string) => {
  const row = await sourceRow(actor, id)
  const file = found(await db().SourceFile.findByPk(id), 'table kept here')
  const { headings, rows } = readTable(file.text, optionsOf(row).mapping)
  if (rows.length > mostEditable)
    throw new ProblemError(
      problem('input_invalid', {
        where: 'Table',
        why: `it has ${rows.length} rows; up to ${mostEditable} can be edited here. Edit it in a spreadsheet and upload it again`,
      }),
    )
  return { row, file, headings, rows: rows.map((one) => headings.map((_heading, at) => one.cells[at] ?? '')) }
}

function meaningOf(row: Source, headings: readonly string[], rows: readonly (readonly string[])[]): Mapping {
  const { mapping } = optionsOf(row)
  return mapping ? alignedTo(headings, mappingOf(mapping)) : guessMapping(headings, rows)
}

/** A table as it is, cell by cell, with what each column means. */
export async function openCells(actor: Actor, id: string): Promise<CellsShape> {
  const { row, file, headings, rows } = await tableOf(actor, id)
  const mapping = meaningOf(row, headings, rows)
  return {
    headings,
    rows,
    columns: headings.map((_heading, at) => mapping.columns[at] ?? null),
    version: file.uploadedAt.toISOString(),
  }
}

/**
 * Writes the whole table. Rows without a key get one, so that what is decided on them outlives a new name.
 * @param version - of what was edited; without it whatever is there is replaced
 * @throws ProblemError `table_gone_ahead` when somebody else was first
 */
export async function writeCells(
  actor: Actor,
  id: string,
  cells: readonly (readonly string[])[],
  version?: string,
): Promise<SourceShape> {
  demand(actor, 'designer')
  const { row, file, headings } = await tableOf(actor, id)
  if (cells.length > mostEditable)
    throw new ProblemError(
      problem('input_invalid', { where: 'Table', why: `up to ${mostEditable} rows can be kept here` }),
    )
  const { mapping } = optionsOf(row)
  const key = mapping?.columns.indexOf('guid') ?? -1
  const rows = cells.map((one) =>
    headings.map((_heading, at) =>
      at === key && !one[at]?.trim() && one.some((cell) => cell.trim() !== '') ? newRef() : (one[at] ?? ''),
    ),
  )
  // Rows that are empty but for their key are gone, as on the screen.
  const filled = rows.filter((one) => one.some((cell, at) => at !== key && cell.trim() !== ''))
  const text = writeCsv([headings, ...filled])
  await inTransaction(async (transaction) => {
    await file.reload({ transaction, lock: true })
    if (version !== undefined && version !== file.uploadedAt.toISOString())
      throw new ProblemError(problem('table_gone_ahead', { label: row.label }))
    await file.update({ text, uploadedAt: new Date() }, { transaction })
    await takeReading(row, readFileText(file.name, text, writtenOptions(row)), 'Edited by hand', transaction)
  })
  return getSource(actor, id)
}

/**
 * Puts one row into a table that is kept here, by its key: a new one below the others, one that is there in its place, or none at all.
 * @param cells - by column; undefined takes the row away
 * @returns the id of the item that is made of it; undefined where there is no such table, or no room in it
 */
export async function putRow(
  clientId: string,
  sourceId: string,
  key: string,
  cells: ReadonlyMap<string, string> | undefined,
  transaction: Transaction,
): Promise<string | undefined> {
  const row = await db().Source.findOne({ where: { id: sourceId, clientId }, transaction })
  const file = row && (await db().SourceFile.findByPk(sourceId, { transaction, lock: true }))
  if (!row || !file) return undefined
  const { headings, rows } = readTable(file.text, optionsOf(row).mapping)
  const all = rows.map((one) => headings.map((_heading, at) => one.cells[at] ?? ''))
  const { columns } = meaningOf(row, headings, all)
  const keyAt = columns.indexOf('guid')
  if (keyAt < 0) return undefined
  const at = all.findIndex((one) => one[keyAt] === key)
  const made =
    cells &&
    headings.map((_heading, column) => (column === keyAt ? key : (cells.get(columns[column] ?? '') ?? '')))
  if (at < 0 && all.length >= mostEditable) return undefined
  if (made) all[at < 0 ? all.length : at] = made
  else if (at >= 0) all.splice(at, 1)
  const text = writeCsv([headings, ...all])
  await file.update({ text, uploadedAt: new Date() }, { transaction })
  await takeReading(
    row,
    readFileText(file.name, text, writtenOptions(row)),
    made ? 'Posted' : 'Taken back',
    transaction,
  )
  return `${sourceId}/${shortHash(`guid ${key}`)}`
}

/** Options for a table that the studio has written: it puts the headings into the first row, also where the upload had them lower. */
function writtenOptions(row: Source): SourceOptions {
  const options = optionsOf(row)
  const { mapping } = options
  return mapping ? { ...options, mapping: { ...mapping, headingsAt: 1 } } : options
}

const writeCsv = (rows: readonly (readonly string[])[]): string =>
  rows
    .map((row) =>
      row.map((cell) => (/[",;\r\n]|^\s|\s$/.test(cell) ? `"${cell.replace(/"/g, '""')}"` : cell)).join(','),
    )
    .join('\r\n') + '\r\n'

const rowsShown = 20

/** The first rows of a table, with what its columns are taken to mean. @throws ProblemError `input_invalid` when it is none */
export async function openRows(actor: Actor, id: string): Promise<TableHeadShape> {
  const row = await sourceRow(actor, id)
  if (row.reader !== 'csv')
    throw new ProblemError(problem('input_invalid', { where: 'Source', why: `“${row.label}” is no table` }))
  const text =
    (await db().SourceFile.findByPk(id))?.text ??
    decode(valueOf(await fetchAddress({ url: row.address, accept })).bytes).text
  const { headings, headingsAt, rows } = readTable(text, optionsOf(row).mapping)
  const mapping = meaningOf(
    row,
    headings,
    rows.map((one) => one.cells),
  )
  return {
    headings,
    rows: rows.slice(0, rowsShown).map((one) => [...one.cells]),
    mapping: {
      type: mapping.type,
      columns: headings.map((_heading, at) => mapping.columns[at] ?? null),
      headingsAt,
    },
  }
}
