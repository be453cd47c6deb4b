import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState, type ChangeEvent } from 'react'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { outdate, type Changed } from '../../api/keys'
import { saveFile } from '../../ui/saveFile'
import { say } from './catalogue'

interface Props {
  /** What the file is called. */
  name: string
  out: () => Promise<Schemas['AmountsFile']>
  /** Reads a file, all of it or nothing; undefined for who may not. */
  read?: (csv: string) => Promise<Schemas['Imported']>
  /** What reading does: "Count from a CSV". */
  reads: string
  /** What has been done with so many rows. */
  done: (rows: number) => string
  changes: Changed
}

/** A list out to a spreadsheet, and in from one. */
export function Files({ name, out, read, reads, done, changes }: Props) {
  const client = useQueryClient()
  const [said, setSaid] = useState('')
  const save = useMutation({ mutationFn: out, onSuccess: ({ csv }) => saveFile(name, 'text/csv', csv) })
  const take = useMutation({
    mutationFn: async (file: File) => read?.(await file.text()),
    onSuccess: async (rows) => {
      setSaid(done(rows?.added ?? 0))
      await outdate(client, changes)
    },
  })
  const choose = (e: ChangeEvent<HTMLInputElement>) => {
    const [file] = e.target.files ?? []
    setSaid('')
    if (file) take.mutate(file)
    e.target.value = ''
  }
  const error = save.error ?? take.error
  return (
    <div className="files">
      <Button variant="quiet" onClick={() => save.mutate()}>
        {say('save-as-csv')}
      </Button>
      {read && (
        <label className="btn btn-quiet">
          {reads}
          <input type="file" className="visually-hidden" accept=".csv,text/csv,text/plain" onChange={choose} />
        </label>
      )}
      <span role="status">{said}</span>
      {error && <p role="alert">{error.message}</p>}
    </div>
  )
}
