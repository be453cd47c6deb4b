import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { useEffect, useId, useMemo, useRef, useState, type ClipboardEvent } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import { api, ask, type Room, type Schemas } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { bookQuery, recipeQuery } from '../../entities/recipe/queries'
import { roomsQuery } from '../../entities/room/queries'
import { useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'
import { useRecord } from '../../forms/record'
import { Failure, Waiting } from '../../ui/States'
import { measureWords } from '../../entities/room/model'
import { dayOf } from '../../ui/format'
import { readNumber } from '../../ui/numbers'
import { Reading } from './Reading'
import { say } from './catalogue'

type Text = Schemas['RecipeText']

const none: Schemas['NamedVolume'][] = []

/**
 * The recipe with the measures of the room's own that its lines name. One that it holds already
 * stays as it was when it was written.
 */
function withOwn(text: Text, holds: Schemas['NamedVolume'][]): Text {
  const kept = text.own_measures ?? none
  const all = [...kept, ...holds.filter((h) => !kept.some((k) => k.name === h.name))].filter((m) =>
    text.lines.toLowerCase().includes(m.name),
  )
  return all.length === 0 && kept.length === 0 ? text : { ...text, own_measures: all.slice(0, 6) }
}

/** A recipe that was deleted, and can be brought back with its versions. */
export interface RemovedRecipe {
  id: string
  name: string
}

const empty: Text = {
  name: '',
  kind: 'dough',
  measures: 'us',
  lines: '',
  steps: '',
  keeps: '',
  heated: false,
  hot: false,
  loss_percent: 0,
}

/** What is typed is kept on this device until it is saved: describing an unknown ingredient
 * on the shelf and coming back loses nothing. */
/** Whoever signs in next on this device finds nothing of it; its writer does, when they are back. */
const keptKey = (who: string, id: string) => `emblo-recipe-${who}-${id}`

/** What is kept goes with the version that it changes, so that it cannot overwrite a later
 * one unseen. */
interface Kept {
  version: number
  text: Text
}

/** From how many pasted lines on a text may be a recipe as a whole. */
const wholeFrom = 5

function kept(key: string): Kept | null {
  try {
    return JSON.parse(sessionStorage.getItem(key) ?? 'null') as Kept | null
  } catch {
    return null
  }
}

/** A recipe of the centre's own: new, copied from the book, imported, or changed. */
export function RecipeForm() {
  const { id } = useParams()
  const [params] = useSearchParams()
  const from = id ?? params.get('from') ?? ''
  const source = useQuery({ ...recipeQuery(from), enabled: from !== '', refetchOnWindowFocus: false })
  const rooms = useQuery(roomsQuery)
  const book = useQuery(bookQuery)
  usePageTitle(id ? say('change-a-recipe') : say('a-recipe-of-our-own'))
  const error = (from ? source.error : null) ?? rooms.error ?? book.error
  if (error) {
    return (
      <main className="screen">
        <Failure
          error={error}
          retry={() => void Promise.all([from ? source.refetch() : null, rooms.refetch(), book.refetch()])}
        />
      </main>
    )
  }
  if ((from && !source.data) || !rooms.data || !book.data) return <Waiting what={say('the-recipe')} />
  const kinds = book.data.kinds.filter((k) => k.own)
  const copied = source.data
    ? {
        ...source.data.recipe,
        kind: kinds.some((k) => k.id === source.data.recipe.kind) ? source.data.recipe.kind : 'dough',
      }
    : { ...empty, measures: rooms.data[0]?.measures ?? empty.measures }
  const first = id || !source.data ? copied : { ...copied, name: say('name-ours', { name: copied.name }) }
  return (
    <Editor
      key={from}
      id={id}
      from={from || 'new'}
      first={first}
      version={id ? (source.data?.version ?? 0) : 0}
      versions={id ? (source.data?.versions ?? []) : []}
      rooms={rooms.data}
      kinds={kinds}
    />
  )
}

interface EditorProps {
  id?: string
  from: string
  first: Text
  version: number
  versions: Schemas['RecipePage']['versions']
  rooms: Room[]
  kinds: Schemas['RecipeKind'][]
}

function Editor({ id: given, from, first, version: latest, versions, rooms, kinds }: EditorProps) {
  const form = useId()
  const client = useQueryClient()
  const navigate = useNavigate()
  const [id] = useState(() => given ?? v7())
  const key = keptKey(useSession().id, from)
  const [before] = useState(() => kept(key))
  const [roomID, setRoomID] = useState(rooms[0]?.id ?? '')
  const holds = rooms.find((r) => r.id === roomID)?.holds ?? none
  const file = useRef<HTMLInputElement>(null)
  const record = useRecord<Text, Schemas['OwnRecipe'], unknown>({
    first,
    version: before?.version ?? latest,
    typed: before?.text,
    backFrom: (path) => path.startsWith('/shelf/'),
    onLeft: () => sessionStorage.removeItem(key),
    within: 'recipe',
    send: (over, recipe) =>
      ask(
        api.PUT('/api/recipes/{id}', {
          params: { path: { id } },
          body: { version: over, recipe: withOwn(recipe, holds) },
        }),
      ),
    valuesOf: (stored) => stored.recipe,
    words: ({ name, lines, steps, keeps }) => ({
      [say('name')]: name,
      [say('ingredients-title')]: lines,
      [say('steps-title')]: steps,
      [say('keeps')]: keeps,
    }),
    onSaved: async () => {
      sessionStorage.removeItem(key)
      await outdate(client, 'recipe')
      await navigate(`/recipes/${id}?room=${roomID}`)
    },
  })
  const { values: text, version, change, wrong, letGo } = record
  const whole = useMemo(() => withOwn(text, holds), [text, holds])
  const { register } = record.form
  const unsaved = record.form.formState.isDirty
  useEffect(() => {
    if (unsaved) sessionStorage.setItem(key, JSON.stringify({ version, text } satisfies Kept))
  }, [key, version, text, unsaved])
  const leave = () => {
    letGo()
    sessionStorage.removeItem(key)
  }
  const load = useMutation({
    mutationFn: async (f: File) => ask(api.POST('/api/recipes/import', { body: { jsonld: await f.text() } })),
    onSuccess: change,
  })
  const paste = useMutation({
    mutationFn: async (pasted: string) => ask(api.POST('/api/recipes/import', { body: { text: pasted } })),
    onSuccess: (read) =>
      change({
        ...text,
        name: text.name.trim() || read.name,
        lines: read.lines,
        steps: read.steps,
        keeps: text.keeps || read.keeps,
      }),
    // What holds no steps is taken for ingredients.
    onError: (_, pasted) => change({ ...text, lines: pasted }),
  })
  const older = useMutation({
    mutationFn: (v: number) => ask(api.GET('/api/recipes/{id}', { params: { path: { id }, query: { version: v } } })),
    onSuccess: (page) => change(page.recipe),
  })
  const drop = useMutation({
    mutationFn: () => ask(api.DELETE('/api/recipes/{id}', { params: { path: { id } } })),
    onSuccess: async () => {
      leave()
      await outdate(client, 'recipe')
      await navigate('/recipes', { state: { id, name: first.name } satisfies RemovedRecipe })
    },
  })
  return (
    <main className="screen recipe-form">
      <Form onSubmit={record.submit} noValidate aria-label={say('recipe-of-our-own')}>
        <header className="screen-head">
          <h1 data-main>{text.name.trim() || say('a-recipe-of-our-own')}</h1>
          <div className="actions">
            <Link to={given ? `/recipes/${given}` : '/recipes'} onClick={leave}>
              {say('leave-it')}
            </Link>
            {!given && (
              <>
                <button type="button" className="link" onClick={() => file.current?.click()}>
                  {say('open-a-json-ld-file')}
                </button>
                <input
                  ref={file}
                  type="file"
                  className="visually-hidden"
                  tabIndex={-1}
                  aria-label={say('json-ld-file-with-a')}
                  accept=".json,.jsonld,application/ld+json,application/json"
                  onChange={(e) => {
                    const f = e.target.files?.[0]
                    if (f) load.mutate(f)
                    e.target.value = ''
                  }}
                />
              </>
            )}
            <Button type="submit" disabled={record.busy}>
              {say('save-the-recipe')}
            </Button>
          </div>
        </header>
        {record.notices({ other: load.error ?? older.error ?? drop.error })}
        <div className="form-columns">
          <div>
            <Form.Group controlId={`${form}-name`} className="field">
              <Form.Label>{say('name')}</Form.Label>
              <Form.Control maxLength={limits.RecipeText.name} isInvalid={!!wrong('name')} {...register('name')} />
            </Form.Group>
            <div className="pair">
              <Form.Group controlId={`${form}-kind`} className="field">
                <Form.Label>{say('makes')}</Form.Label>
                <Form.Select {...register('kind')}>
                  {kinds.map((k) => (
                    <option key={k.id} value={k.id}>
                      {k.words}
                    </option>
                  ))}
                </Form.Select>
              </Form.Group>
              <Form.Group controlId={`${form}-measures`} className="field">
                <Form.Label>{say('cups-and-spoons-are')}</Form.Label>
                <Form.Select {...register('measures')}>
                  {Object.entries(measureWords).map(([m, words]) => (
                    <option key={m} value={m}>
                      {words}
                    </option>
                  ))}
                </Form.Select>
              </Form.Group>
            </div>
            <Form.Group controlId={`${form}-lines`} className="field">
              <Form.Label>{say('ingredients-the-way-you-say')}</Form.Label>
              <Form.Control
                as="textarea"
                rows={7}
                placeholder={say('2-c-flour-1-2')}
                {...register('lines')}
                onPaste={(e: ClipboardEvent) => {
                  const pasted = e.clipboardData.getData('text')
                  if (text.lines.trim() || text.steps.trim() || pasted.trim().split('\n').length < wholeFrom) return
                  e.preventDefault()
                  paste.mutate(pasted)
                }}
              />
              <span className="soft" role="status">
                {paste.isSuccess
                  ? say('parted-into-and-check-them', {
                      ingredient: say('ingredients', { count: paste.data.lines.split('\n').length }),
                      step: say('steps', { count: paste.data.steps.split('\n').length }),
                    })
                  : say('a-recipe-that-is-pasted')}
              </span>
            </Form.Group>
            <Form.Group controlId={`${form}-steps`} className="field">
              <Form.Label>{say('steps-a-line-each')}</Form.Label>
              <Form.Control
                as="textarea"
                rows={5}
                placeholder={say('stir-everything-dry-together-3')}
                {...register('steps')}
              />
              <span className="soft">{say('we-read-minutes-heat-and')}</span>
            </Form.Group>
            <Form.Group controlId={`${form}-keeps`} className="field">
              <Form.Label>{say('keeps')}</Form.Label>
              <Form.Control
                maxLength={limits.RecipeText.keeps}
                placeholder={say('one-week-airtight')}
                {...register('keeps')}
              />
              <span className="soft">{say('how-long-such-as-one')}</span>
            </Form.Group>
            <Form.Check id={`${form}-heated`} label={say('the-whole-mix-is-brought')} {...register('heated')} />
            <Form.Check id={`${form}-hot`} label={say('made-with-boiling-water-not')} {...register('hot')} />
            <div className="pair">
              <NumberField
                id={`${form}-loss`}
                label={say('goes-as-steam')}
                value={text.loss_percent}
                onChange={(n) => change({ loss_percent: n ?? 0 })}
              />
              <NumberField
                id={`${form}-ph`}
                label={say('ph-by-a-test-strip')}
                value={text.ph}
                onChange={(ph) => change({ ph })}
              />
            </div>
            {given && versions.length > 1 && (
              <details className="versions">
                <summary>{say('versions-are-kept', { versions: versions.length })}</summary>
                <ul>
                  {versions.map((v) => (
                    <li key={v.version}>
                      {say('version-version-day-of', { version: v.version, dayOf: dayOf(v.saved_at) })}{' '}
                      <button type="button" className="link" onClick={() => older.mutate(v.version)}>
                        {say('bring-back')}
                      </button>
                    </li>
                  ))}
                </ul>
              </details>
            )}
            {given && (
              <p>
                <button type="button" className="link" onClick={() => drop.mutate()}>
                  {say('delete-this-recipe')}
                </button>
              </p>
            )}
          </div>
          <Reading
            text={whole}
            room={roomID}
            rooms={rooms}
            onRoom={setRoomID}
            onLines={(lines) => change({ lines })}
            onSteps={(steps) => change({ steps })}
          />
        </div>
      </Form>
    </main>
  )
}

function NumberField({
  id,
  label,
  value,
  onChange,
}: {
  id: string
  label: string
  value?: number
  onChange: (n?: number) => void
}) {
  const [typed, setTyped] = useState<string | null>(null)
  return (
    <Form.Group controlId={id} className="field">
      <Form.Label>{label}</Form.Label>
      <Form.Control
        inputMode="decimal"
        value={typed ?? value ?? ''}
        onChange={(e) => {
          setTyped(e.target.value)
          const n = readNumber(e.target.value)
          onChange(Number.isNaN(n) ? undefined : n)
        }}
        onBlur={() => setTyped(null)}
      />
    </Form.Group>
  )
}
