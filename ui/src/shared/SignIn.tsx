import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { zodResolver } from '@hookform/resolvers/zod'
import { useMutation, useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { useForm } from 'react-hook-form'
import * as z from 'zod'
import { api, dataOf } from '../api/client'
import type { SessionAnswer } from '../api/types'
import { FormField, named } from './FormField'
import { keys } from './queries'
import { Trouble } from './States'
import { signingIn } from './turns'

/** As the server asks it of a new account. */
const LEAST_CHARACTERS = 10

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
      <Text>Demo: a fictional firm in a fictional harbor town. Sign in as</Text>
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

const account = { email: named('Type your e-mail address.'), password: z.string().min(1, 'Type your password.') }
const signInSchema = z.object(account)

function PasswordForm({ onDone }: { onDone: () => void }) {
  const form = useForm({ resolver: zodResolver(signInSchema), defaultValues: { email: '', password: '' } })
  const signIn = useMutation({
    mutationFn: (body: z.infer<typeof signInSchema>) => signingIn(() => dataOf(api.POST('/api/session', { body }))),
    onSuccess: onDone,
  })
  return (
    <form noValidate onSubmit={form.handleSubmit((said) => signIn.mutate(said))} className="k-sheet">
      <Stack gap="3">
        <FormField form={form} name="email" label="E-mail" type="email" autoComplete="username" required />
        <FormField
          form={form}
          name="password"
          label="Password"
          type="password"
          autoComplete="current-password"
          required
        />
        {signIn.isError && <Trouble error={signIn.error} />}
        <Button type="submit" size="lg" variant="outline" loading={signIn.isPending}>
          Sign in
        </Button>
      </Stack>
    </form>
  )
}

const setUpSchema = z.object({
  firmName: named('Name your firm.'),
  name: named('Type your name.'),
  email: z.email('Type an e-mail address, such as you@yourfirm.com.'),
  password: z.string().min(LEAST_CHARACTERS, 'A password has ten characters or more.'),
})

function SetUpForm({ onDone }: { onDone: () => void }) {
  const form = useForm({
    resolver: zodResolver(setUpSchema),
    defaultValues: { firmName: '', name: '', email: '', password: '' },
  })
  const setUp = useMutation({
    mutationFn: (body: z.infer<typeof setUpSchema>) => signingIn(() => dataOf(api.POST('/api/set-up', { body }))),
    onSuccess: onDone,
  })
  return (
    <form noValidate onSubmit={form.handleSubmit((said) => setUp.mutate(said))} className="k-sheet">
      <Stack gap="3">
        <Text fontWeight="bold">First start: set up your firm</Text>
        <FormField form={form} name="firmName" label="Firm" required />
        <FormField form={form} name="name" label="Your name" autoComplete="name" required />
        <FormField form={form} name="email" label="E-mail" type="email" autoComplete="username" required />
        <FormField
          form={form}
          name="password"
          label="Password, ten characters or more"
          type="password"
          autoComplete="new-password"
          required
        />
        {setUp.isError && <Trouble error={setUp.error} />}
        <Button type="submit" size="lg" colorPalette="verdigris" loading={setUp.isPending}>
          Set up and sign in
        </Button>
      </Stack>
    </form>
  )
}
