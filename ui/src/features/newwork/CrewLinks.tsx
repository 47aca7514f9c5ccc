import { Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, dataOf } from '../../api/client'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'

const LASTS_DAYS = 30

/** A link for each crew to its own items, without sign-in. It is shown once; who holds it can answer those items and nothing else. */
export function CrewLinks() {
  const { visit, records } = useVisitContext()
  const id = visit.visit.id
  const crews = [...new Set(records.punchItems.map((item) => item.crew).filter(Boolean))]
  const links = useQuery({
    queryKey: ['punch-links', id],
    queryFn: () => dataOf(api.GET('/api/visits/{id}/punch-links', { params: { path: { id } } })),
    retry: false,
  })
  const [made, setMade] = useState<{ crew: string; address: string }>()
  const make = useMutation({
    mutationFn: (crew: string) =>
      dataOf(api.POST('/api/visits/{id}/punch-links', { params: { path: { id } }, body: { crew, days: LASTS_DAYS } })),
    onSuccess: (link) => {
      setMade({ crew: link.crew, address: `${window.location.origin}${link.path}` })
      void links.refetch()
    },
  })
  const revoke = useMutation({
    mutationFn: (linkId: string) => dataOf(api.DELETE('/api/punch-links/{id}', { params: { path: { id: linkId } } })),
    onSuccess: () => links.refetch(),
  })
  const good = (links.data ?? []).filter((link) => !link.revoked)
  return (
    <Stack gap="2" borderTopWidth="1px" pt="3">
      <Text fontWeight="bold">Crew links</Text>
      {crews.length === 0 && <Text color="faint">Name a crew on an item; then it can be sent its list.</Text>}
      <Flex gap="2" wrap="wrap">
        {crews.map((crew) => (
          <Button key={crew} variant="outline" onClick={() => make.mutate(crew)} loading={make.isPending}>
            Link for {crew}
          </Button>
        ))}
      </Flex>
      {made && (
        <Box className="k-todos">
          <Text>
            For {made.crew}, shown this once and good for {LASTS_DAYS} days:
          </Text>
          <Flex gap="2">
            <Input
              readOnly
              value={made.address}
              aria-label="Link for the crew"
              onFocus={(event) => event.target.select()}
            />
            <Button variant="outline" onClick={() => navigator.clipboard?.writeText(made.address)}>
              Copy
            </Button>
          </Flex>
        </Box>
      )}
      {good.map((link) => (
        <Flex key={link.id} gap="2" align="center">
          <Text flex="1" fontSize="sm">
            {link.crew}, until {dayText(link.expiresAt.slice(0, 10))}
          </Text>
          <Button
            size="sm"
            variant="outline"
            onClick={() => revoke.mutate(link.id)}
            aria-label={`Revoke the link of ${link.crew}`}
          >
            Revoke
          </Button>
        </Flex>
      ))}
      {(make.isError || revoke.isError) && <Trouble error={make.error ?? revoke.error} />}
    </Stack>
  )
}
