import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { useForm } from 'react-hook-form'
import { api, ask, type Schemas, type Session } from '../../api/client'
import { outbox } from '../../api/outbox'
import { signedIn, welcomeQuery } from '../../session/queries'
import { usePageTitle } from '../../ui/usePageTitle'
import { Glyph, marks, markWord } from '../../ui/Mark'
import { say } from './catalogue'

export function SignIn() {
  usePageTitle(say('sign-in'))
  const client = useQueryClient()
  const welcome = useQuery(welcomeQuery)
  const form = useForm({ defaultValues: { email: '', password: '' } })
  const enter = (session: Session) => signedIn(client, session)
  const signIn = useMutation({
    mutationFn: (body: Schemas['SignIn']) => ask(api.POST('/api/session', { body })),
    onSuccess: enter,
  })
  const demo = useMutation({ mutationFn: () => ask(api.POST('/api/session/demo')), onSuccess: enter })
  const error = signIn.error ?? demo.error
  const submit = form.handleSubmit((typed) => {
    demo.reset()
    signIn.mutate(typed)
  })
  return (
    <main className="signin">
      <section className="pitch on-dark">
        <p className="brand">{say('emblo')}</p>
        <h1>
          {say('right-for-these-children')}
          <br />
          {say('how-much-of-what')}
          <br />
          {say('by-when')}
        </h1>
        <ul>
          {marks.map((v) => (
            <li key={v}>
              <Glyph mark={v} size="large" /> {markWord(v)}
            </li>
          ))}
        </ul>
      </section>
      <section className="door">
        {welcome.data?.demo && (
          <div className="demo">
            <p>{say('look-around-an-invented-centre', { demoCentre: welcome.data.demo_centre })}</p>
            <Button size="lg" onClick={() => demo.mutate()} disabled={demo.isPending}>
              {say('open-the-demo-centre')}
            </Button>
          </div>
        )}
        <Left />
        <Form onSubmit={(e) => void submit(e)}>
          <h2>{welcome.data?.demo ? say('or-sign-in-to-your') : say('sign-in-to-your-centre')}</h2>
          {error && (
            <div className="notice lid" role="alert">
              <p>{error.message}</p>
            </div>
          )}
          <Form.Group controlId="email" className="field">
            <Form.Label>{say('email')}</Form.Label>
            <Form.Control type="email" autoComplete="username" required {...form.register('email')} />
          </Form.Group>
          <Form.Group controlId="password" className="field">
            <Form.Label>{say('password')}</Form.Label>
            <Form.Control type="password" autoComplete="current-password" required {...form.register('password')} />
          </Form.Group>
          <Button type="submit" variant="outline-primary" disabled={signIn.isPending}>
            {say('sign-in')}
          </Button>
        </Form>
      </section>
    </main>
  )
}

/** Whose changes wait on this device until they sign in: not what they are. */
function Left() {
  const [others, setOthers] = useState<{ name: string; count: number }[]>([])
  useEffect(() => void outbox.others().then(setOthers), [])
  if (others.length === 0) return null
  return (
    <p className="soft">
      {say('on-this-device-of-wait', {
        change: say('changes', { count: others.reduce((n, o) => n + o.count, 0) }),
        others: others.map((o) => o.name).join(', '),
      })}
    </p>
  )
}
