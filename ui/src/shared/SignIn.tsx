import { Box, Button, Field, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useMutation, useQuery } from '@tanstack/react-query'
import { type FormEvent, type ReactNode, useState } from 'react'
import { api, dataOf } from '../api/client'
import type { SessionAnswer } from '../api/types'
import { keys } from './queries'
import { Trouble } from './States'
import { signingIn } from './turns'

type Props = { session: SessionAnswer; waiting?: ReactNode; onDone: () => void }

export function SignIn({ session, waiting, onDone }: Props) {
  return (
    <Flex minH="100vh" align="center" justify="center" p="4" as="main">
      <Stack gap="5" w="full" maxW="26rem">
        <Flex align="center" gap="3">
          <img src="/mark.svg" alt="" width="52" height="52" />
          <Box>
            <Heading as="h1" size="3xl">
              Kalpa
            </Heading>
            <Text color="faint">The report is finished when you step off the ladder.</Text>
          </Box>
        </Flex>
        {waiting}
        <SignInForms session={session} onDone={onDone} />
      </Stack>
    </Flex>
  )
}

/** The ways in, wherever they are wanted. */
export function SignInForms({ session, onDone }: Omit<Props, 'waiting'>) {
  return (
    <Stack gap="5">
      {session.demoMode && <DemoPeople onDone={onDone} />}
      {session.needsSetUp ? <SetUpForm onDone={onDone} /> : <PasswordForm onDone={onDone} />}
    </Stack>
  )
}

function DemoPeople({ onDone }: { onDone: () => void }) {
  const people = useQuery({ queryKey: keys.demoPeople, queryFn: () => dataOf(api.GET('/api/demo/people')) })
  const enter = useMutation({
    mutationFn: (id: string) =>
      signingIn(() => dataOf(api.POST('/api/demo/people/{id}/sign-in', { params: { path: { id } } }))),
    onSuccess: onDone,
  })
  return (
    <Stack className="k-sheet" gap="2">
      <Text>Demo: a made-up firm in a made-up harbour town. Go in as</Text>
      {people.data?.map((person) => (
        <Button
          key={person.id}
          size="lg"
          colorPalette="verdigris"
          onClick={() => enter.mutate(person.id)}
          loading={enter.isPending}
        >
          {person.name}, {person.role.toLowerCase()}
        </Button>
      ))}
      {enter.isError && <Trouble error={enter.error} />}
    </Stack>
  )
}

function PasswordForm({ onDone }: { onDone: () => void }) {
  const [email, setEmail] = useState('')
  const [password, setPassword] = useState('')
  const signIn = useMutation({
    mutationFn: () => signingIn(() => dataOf(api.POST('/api/session', { body: { email, password } }))),
    onSuccess: onDone,
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    signIn.mutate()
  }
  return (
    <form onSubmit={submit} className="k-sheet">
      <Stack gap="3">
        <TextField label="E-mail" value={email} onChange={setEmail} type="email" autoComplete="username" />
        <TextField
          label="Password"
          value={password}
          onChange={setPassword}
          type="password"
          autoComplete="current-password"
        />
        {signIn.isError && <Trouble error={signIn.error} />}
        <Button type="submit" size="lg" variant="outline" loading={signIn.isPending}>
          Sign in
        </Button>
      </Stack>
    </form>
  )
}

function SetUpForm({ onDone }: { onDone: () => void }) {
  const [fields, setFields] = useState({ firmName: '', name: '', email: '', password: '' })
  const setUp = useMutation({
    mutationFn: () => signingIn(() => dataOf(api.POST('/api/set-up', { body: fields }))),
    onSuccess: onDone,
  })
  const set = (name: keyof typeof fields) => (value: string) => setFields((old) => ({ ...old, [name]: value }))
  const submit = (event: FormEvent) => {
    event.preventDefault()
    setUp.mutate()
  }
  return (
    <form onSubmit={submit} className="k-sheet">
      <Stack gap="3">
        <Text fontWeight="bold">First start: set up your firm</Text>
        <TextField label="Firm" value={fields.firmName} onChange={set('firmName')} />
        <TextField label="Your name" value={fields.name} onChange={set('name')} autoComplete="name" />
        <TextField label="E-mail" value={fields.email} onChange={set('email')} type="email" autoComplete="username" />
        <TextField
          label="Password, ten characters or more"
          value={fields.password}
          onChange={set('password')}
          type="password"
          autoComplete="new-password"
        />
        {setUp.isError && <Trouble error={setUp.error} />}
        <Button type="submit" size="lg" colorPalette="verdigris" loading={setUp.isPending}>
          Set up and go in
        </Button>
      </Stack>
    </form>
  )
}

type TextFieldProps = {
  label: string
  value: string
  onChange: (value: string) => void
  type?: string
  autoComplete?: string
}

function TextField({ label, value, onChange, type = 'text', autoComplete }: TextFieldProps) {
  return (
    <Field.Root required>
      <Field.Label>{label}</Field.Label>
      <Input
        value={value}
        onChange={(event) => onChange(event.target.value)}
        type={type}
        autoComplete={autoComplete}
        size="lg"
      />
    </Field.Root>
  )
}
