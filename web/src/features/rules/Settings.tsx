import { useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import type { ReactNode } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask, type Schemas } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { centreQuery, routineQuery, rulesQuery } from '../../entities/centre/queries'
import { useSession } from '../../session/session'
import { useRecord } from '../../forms/record'
import { usePageTitle } from '../../ui/usePageTitle'
import { centrePages } from '../../entities/centre/pages'
import { Tabs } from '../../ui/Tabs'
import { Failure, Waiting } from '../../ui/States'
import { OwnVessels } from './OwnVessels'
import { PrepTimes } from '../../entities/day/PrepTimes'
import { zones } from './zones'
import { schools, withMinimum, type School } from './schools'
import { languages } from '../../session/languages'
import { say } from './catalogue'

type Centre = Schemas['Centre']
type Policy = Centre['policy']

/** What the centre asks beyond the published limits. Nothing here can loosen one. */
export function Settings() {
  usePageTitle(say('settings'))
  const centre = useQuery({ ...centreQuery, refetchOnWindowFocus: false })
  const rules = useQuery(rulesQuery)
  const routine = useQuery(routineQuery)
  const error = centre.error ?? rules.error ?? routine.error
  if (error) {
    return (
      <main className="screen">
        <Failure error={error} retry={() => void Promise.all([centre.refetch(), rules.refetch(), routine.refetch()])} />
      </main>
    )
  }
  if (!centre.data || !rules.data || !routine.data) return <Waiting what={say('the-settings')} />
  return <Editor stored={centre.data} rules={rules.data} habits={routine.data} />
}

const bands = ['under 1', '1 year', '2 years', '3 and 4', say('5-and-over')]

function Editor({
  stored,
  rules,
  habits,
}: {
  stored: Centre
  rules: Schemas['Rule'][]
  habits: Schemas['HabitLine'][]
}) {
  const session = useSession()
  const client = useQueryClient()
  const readOnly = session.role !== 'lead'
  const record = useRecord<Centre, Centre, Centre>({
    first: stored,
    version: stored.version,
    send: (version, values) => ask(api.PUT('/api/centre', { body: { ...values, version } })),
    valuesOf: (theirs) => theirs,
    onSaved: (saved) => {
      client.setQueryData(centreQuery.queryKey, saved)
      return outdate(client, 'centre')
    },
    stays: (saved) => saved,
  })
  const { values: draft, change } = record
  const policy = (part: Partial<Policy>) => change({ policy: { ...draft.policy, ...part } })
  const check = (id: string, label: string, help: string, on: boolean, set: (v: boolean) => void) => (
    <div className="setting">
      <Form.Check id={`set-${id}`} type="switch" label={label} checked={on} onChange={(e) => set(e.target.checked)} />
      <p className="soft">{help}</p>
    </div>
  )
  const minimum = (id: string, months: number) => change(withMinimum(draft, id, months))
  return (
    <main className="screen settings">
      <Tabs label={say('centre')} pages={centrePages} />
      <Form onSubmit={record.submit} noValidate aria-label={say('settings')}>
        <header className="screen-head">
          <div>
            <h1>{say('settings')}</h1>
            <p className="soft" data-main>
              {say('you-can-make-a-rule')}
            </p>
          </div>
          {!readOnly && (
            <div className="actions">
              {record.saved && <span role="status">{say('saved')}</span>}
              <Button type="submit" disabled={record.busy}>
                {say('save-settings')}
              </Button>
            </div>
          )}
        </header>
        {readOnly && <p className="soft">{say('only-the-lead-changes-these')}</p>}
        {record.notices()}
        <fieldset disabled={readOnly} className="setting-columns">
          <Section title={say('the-centre')}>
            <Form.Group controlId="set-name" className="field">
              <Form.Label>{say('name')}</Form.Label>
              <Form.Control
                maxLength={limits.Centre.name}
                isInvalid={!!record.wrong('name')}
                {...record.form.register('name')}
              />
            </Form.Group>
            <Form.Group controlId="set-emergency" className="field">
              <Form.Label>{say('local-emergency-and-poison-numbers')}</Form.Label>
              <Form.Control
                maxLength={limits.Centre.emergency}
                isInvalid={!!record.wrong('emergency')}
                {...record.form.register('emergency')}
              />
            </Form.Group>
            <Form.Group controlId="set-poison" className="field">
              <Form.Label>{say('poison-advice-number')}</Form.Label>
              <Form.Control
                maxLength={limits.Centre.poison}
                isInvalid={!!record.wrong('poison')}
                {...record.form.register('poison')}
              />
            </Form.Group>
            <Form.Group controlId="set-language" className="field">
              <Form.Label>{say('language-of-the-centre')}</Form.Label>
              <Form.Select
                isInvalid={!!record.wrong('language')}
                value={draft.language ?? ''}
                onChange={(e) => change({ language: e.target.value || undefined })}
              >
                <option value="">{say('as-each-browser')}</option>
                {languages.map(([tag, name]) => (
                  <option key={tag} value={tag}>
                    {name}
                  </option>
                ))}
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="set-units" className="field">
              <Form.Label>{say('units')}</Form.Label>
              <Form.Select
                isInvalid={!!record.wrong('units')}
                value={draft.units ?? 'metric'}
                onChange={(e) => change({ units: e.target.value })}
              >
                <option value="metric">{say('units-metric')}</option>
                <option value="us">{say('units-us')}</option>
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="set-zone" className="field">
              <Form.Label>{say('time-zone-where-the-days')}</Form.Label>
              <Form.Select
                isInvalid={!!record.wrong('time_zone')}
                value={draft.time_zone ?? ''}
                onChange={(e) => change({ time_zone: e.target.value || undefined })}
              >
                {!draft.time_zone && <option value="">{say('not-set-choose')}</option>}
                {zones(draft.time_zone).map((z) => (
                  <option key={z} value={z}>
                    {z.replaceAll('_', ' ')}
                  </option>
                ))}
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="set-ratio" className="field">
              <Form.Label>{say('adult-to-child-ratio')}</Form.Label>
              <Form.Select
                value={draft.ratio_table}
                onChange={(e) =>
                  change({
                    ratio_table: e.target.value as Centre['ratio_table'],
                    per_adult: draft.per_adult ?? [3, 3, 5, 8, 8],
                  })
                }
              >
                <option value="eyfs">{say('england-early-years-framework')}</option>
                <option value="cfoc">{say('caring-for-our-children')}</option>
                <option value="own">{say('our-own-local-rule')}</option>
              </Form.Select>
            </Form.Group>
            {draft.ratio_table === 'own' && (
              <div className="bands" role="group" aria-label={say('children-for-one-adult')}>
                {bands.map((b, i) => (
                  <Form.Group key={b} controlId={`set-band-${i}`} className="field">
                    <Form.Label>{b}</Form.Label>
                    <Form.Control
                      inputMode="numeric"
                      value={draft.per_adult?.[i] || ''}
                      onChange={(e) =>
                        change({
                          per_adult: bands.map((_, j) =>
                            j === i
                              ? Number(e.target.value.replace(/\D/g, '').slice(0, 2))
                              : (draft.per_adult?.[j] ?? 0),
                          ),
                        })
                      }
                    />
                  </Form.Group>
                ))}
              </div>
            )}
          </Section>
          <Section title={say('allergies')}>
            {check('nuts', say('nut-free-centre'), say('do-not-use-nuts-or'), draft.policy.nut_free, (nut_free) =>
              policy({ nut_free }),
            )}
            {check(
              'traces',
              say('strict-about-traces'),
              say('do-not-use-anything-that'),
              draft.policy.may_contain_strict,
              (may_contain_strict) => policy({ may_contain_strict }),
            )}
          </Section>
          <Section title={say('our-routine')} columns>
            <p className="soft">{say('tick-what-you-always-do')}</p>
            {habits.map((h) => (
              <Form.Check
                key={h.id}
                id={`set-routine-${h.id}`}
                type="checkbox"
                label={h.words}
                checked={draft.routine?.includes(h.id) ?? false}
                onChange={() =>
                  change({
                    routine: habits
                      .map((x) => x.id)
                      .filter((id) => (id === h.id) !== (draft.routine?.includes(id) ?? false)),
                  })
                }
              />
            ))}
          </Section>
          <Section title={say('prep-time')}>
            <p className="soft">{say('hands-on-steps-are-planned')}</p>
            <PrepTimes
              windows={draft.prep ?? []}
              wrongAt={(i) => record.wrongWithin(`prep.${i}`)?.text ?? record.wrong(`prep.${i}`)}
              onChange={(prep) => change({ prep })}
            />
            <Form.Group controlId="set-hands" className="field">
              <Form.Label>{say('adults-who-prepare-at-once')}</Form.Label>
              <Form.Control
                inputMode="numeric"
                isInvalid={!!record.wrong('prep_hands')}
                value={draft.prep_hands ?? 1}
                onChange={(e) =>
                  change({ prep_hands: Number(e.target.value.replace(/\D/g, '').slice(0, 2)) || undefined })
                }
              />
            </Form.Group>
          </Section>
          <Section title={say('our-tubs-bowls-and-bags')} wide>
            <OwnVessels
              own={draft.vessels ?? []}
              wrongAt={(i) => record.wrong(`containers.${i}`) ?? record.wrongWithin(`containers.${i}`)?.text}
              onChange={(vessels) => change({ vessels })}
            />
          </Section>
          <Section title={say('where-good-practitioners-disagree')} columns>
            {schools.map((s) => (
              <SchoolRow key={s.id} school={s} centre={draft} onChange={change} />
            ))}
          </Section>
          <Section title={say('minimum-ages-of-our-own')} wide>
            <p className="soft">{say('under-this-age-we-do')}</p>
            <div className="minimums">
              {rules
                .filter((r) => r.tunable)
                .map((r) => (
                  <Form.Group key={r.id} controlId={`set-min-${r.id}`} className="field">
                    <Form.Label>{r.title}</Form.Label>
                    <span>
                      <Form.Control
                        inputMode="numeric"
                        placeholder="–"
                        value={draft.policy.minimum_months[r.id] ?? ''}
                        onChange={(e) => minimum(r.id, Number(e.target.value.replace(/\D/g, '').slice(0, 3)))}
                      />
                      {say('months')}
                    </span>
                  </Form.Group>
                ))}
            </div>
          </Section>
        </fieldset>
      </Form>
    </main>
  )
}

function Section({
  title,
  wide,
  columns,
  children,
}: {
  title: string
  wide?: boolean
  columns?: boolean
  children: ReactNode
}) {
  return (
    <section className={columns ? 'wide in-columns' : wide ? 'wide' : undefined} aria-label={title}>
      <h2>{title}</h2>
      {children}
    </section>
  )
}

function SchoolRow({ school, centre, onChange }: { school: School; centre: Centre; onChange: (c: Centre) => void }) {
  const at = school.options.findIndex((o) => o.is(centre))
  return (
    <fieldset className="school">
      <legend>{school.question}</legend>
      {school.options.map((o, i) => (
        <Form.Check
          key={o.words}
          type="radio"
          name={school.id}
          id={`${school.id}-${i}`}
          label={o.words}
          checked={at === i}
          onChange={() => onChange(o.set(centre))}
        />
      ))}
      <p className="soft">{school.reason}</p>
    </fieldset>
  )
}
