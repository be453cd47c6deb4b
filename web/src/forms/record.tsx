import { useMutation } from '@tanstack/react-query'
import { useEffect, useRef, useState, type FormEvent, type ReactNode } from 'react'
import { Form } from 'react-bootstrap'
import {
  useForm,
  useWatch,
  type DefaultValues,
  type FieldPath,
  type FieldValues,
  type UseFormReturn,
} from 'react-hook-form'
import { ApiError } from '../api/client'
import { Conflict } from '../ui/Conflict'
import { differences, type Words } from './differences'
import { useLeaving } from './Leaving'
import { say } from './catalogue'

interface Stored {
  version: number
}

interface Options<T extends FieldValues, S extends Stored, A> {
  /** What the fields hold at first. */
  first: T
  /** The version that the fields were read at; 0 for what is new. */
  version: number
  /** What is stored now, as far as this page knows: it takes the place of what nobody has changed here. */
  latest?: S
  /** What was typed before and is kept on this device. */
  typed?: T
  /** Pages one goes to and comes back from, with nothing lost: leaving for them is not asked about. */
  backFrom?: (path: string) => boolean
  /** Drops what is kept, when it is left for good. */
  onLeft?: () => void
  /** Where the fields stand in what is sent, such as "row"; nothing when they are all of it. */
  within?: string
  send: (version: number, values: T) => Promise<A>
  /** The fields of what somebody else stored meanwhile. */
  valuesOf: (stored: S) => T
  onSaved: (answer: A) => unknown
  /** What stands in the fields after a save, where the form stays open. */
  stays?: (answer: A) => S
  /** What is said of the fields in words, each by its name, for a conflict. */
  words?: (values: T) => Words
}

/** A form of one stored record. */
export interface Record<T extends FieldValues, S extends Stored> {
  form: UseFormReturn<T>
  values: T
  version: number
  change: (part: Partial<T>) => void
  /** The sentence on a field that was refused, by its path, such as children.0.born. */
  wrong: (field: string) => string | undefined
  /** What was refused within a part, such as children.0: its field there, and the sentence. */
  wrongWithin: (part: string) => { field: string; text: string } | undefined
  submit: (e: FormEvent) => void
  busy: boolean
  saved: boolean
  /** Lets go of what is typed: it is saved, deleted or left on purpose. */
  letGo: () => void
  /** The conflict or the fault, where one stands. */
  notices: (more?: { conflict?: (theirs: S) => string; other?: Error | null }) => ReactNode
}

/**
 * A form of one stored record: its fields, saving it over the version that was read, a refusal
 * said at its field, a conflict settled without losing either side, and a question before what
 * is typed is left.
 */
export function useRecord<T extends FieldValues, S extends Stored, A>({
  first,
  version: read,
  latest,
  typed,
  backFrom,
  onLeft,
  within,
  send,
  valuesOf,
  onSaved,
  stays,
  words,
}: Options<T, S, A>): Record<T, S> {
  const form = useForm<T>({ defaultValues: first as DefaultValues<T> })
  const values = useWatch({ control: form.control }) as T
  const [version, setVersion] = useState(read)
  const over = useRef(read) // what a save goes over: the fields stand on it
  const [kept] = useState(typed)
  useEffect(() => {
    for (const [name, value] of Object.entries(kept ?? {}))
      form.setValue(name as FieldPath<T>, value as never, { shouldDirty: true })
  }, [form, kept])
  const [sent, setSent] = useState<string>()
  const save = useMutation({
    mutationFn: (stored: number) => send(stored, form.getValues()),
    onSuccess: async (answer) => {
      const stored = stays?.(answer)
      if (stored) {
        form.reset(valuesOf(stored))
        over.current = stored.version
        setVersion(stored.version)
      } else letGo()
      await onSaved(answer)
    },
    onError: (e) => {
      const field = e instanceof ApiError ? fieldOf(e, within) : undefined
      if (field) form.setError(field as FieldPath<T>, { type: 'refused', message: e.message }, { shouldFocus: true })
    },
  })
  const { isDirty } = form.formState
  useEffect(() => {
    if (!latest || latest.version <= over.current || isDirty || save.isPending) return
    form.reset(valuesOf(latest))
    over.current = latest.version
  }, [form, isDirty, latest, save.isPending, valuesOf])
  // What is on its way is kept on this device until it is answered: it may be left.
  const letGo = useLeaving(isDirty && !(save.isPending && sent === JSON.stringify(values)), backFrom, onLeft)
  const waits = useWaits(save.isPending)
  const { error } = save
  const theirs = error instanceof ApiError && error.status === 409 ? (error.current as S | undefined) : undefined
  const saveOver = (stored: number) => {
    form.clearErrors()
    setSent(JSON.stringify(form.getValues()))
    save.mutate(stored)
  }
  return {
    form,
    values,
    version,
    change: (part) => {
      for (const [name, value] of Object.entries(part))
        form.setValue(name as FieldPath<T>, value as never, { shouldDirty: true })
    },
    wrong: (field) => (error instanceof ApiError && fieldOf(error, within) === field ? error.message : undefined),
    wrongWithin: (part) => {
      const field = error instanceof ApiError ? fieldOf(error, within) : undefined
      return field?.startsWith(`${part}.`)
        ? { field: field.slice(part.length + 1), text: error?.message ?? '' }
        : undefined
    },
    submit: (e) => {
      e.preventDefault()
      saveOver(over.current)
    },
    busy: save.isPending,
    saved: save.isSuccess && !isDirty,
    letGo,
    notices: ({ conflict, other } = {}) => (
      <>
        {waits && (
          <div className="notice ruler" role="status">
            <p>{say('not-saved-yet-it-is')}</p>
          </div>
        )}
        {theirs && (
          <Conflict
            sentence={[error?.message, conflict?.(theirs)].filter(Boolean).join(' ')}
            differences={words ? differences(words(values), words(valuesOf(theirs))) : []}
            onTheirs={() => {
              form.reset(valuesOf(theirs))
              over.current = theirs.version
              setVersion(theirs.version)
              save.reset()
            }}
            onMine={() => saveOver(theirs.version)}
          />
        )}
        {!theirs && (error ?? other) && (
          <div className="notice lid" role="alert">
            <p>{error ? say('not-saved-message', { message: error.message }) : other?.message}</p>
          </div>
        )}
      </>
    ),
  }
}

const longMs = 1500

/** Whether something goes on for so long that it has to be said. */
function useWaits(on: boolean): boolean {
  const [long, setLong] = useState(false)
  useEffect(() => {
    if (!on) return
    const timer = window.setTimeout(() => setLong(true), longMs)
    return () => {
      window.clearTimeout(timer)
      setLong(false)
    }
  }, [on])
  return on && long
}

/** The path of a refused field in the form. */
function fieldOf(e: ApiError, within?: string): string | undefined {
  const path = within && e.field?.startsWith(`${within}/`) ? e.field.slice(within.length + 1) : e.field
  return path?.replaceAll('/', '.')
}

interface FieldProps {
  id: string
  label: string
  help?: string
  wrong?: string
  children: ReactNode
}

/** A field with its label above, and below it the help, or what is wrong with it. */
export function Field({ id, label, help, wrong, children }: FieldProps) {
  return (
    <Form.Group controlId={id} className="field">
      <Form.Label>{label}</Form.Label>
      {children}
      {(wrong ?? help) && (
        <span id={`${id}-help`} className={wrong ? 'short' : 'soft'}>
          {wrong ?? help}
        </span>
      )}
    </Form.Group>
  )
}
