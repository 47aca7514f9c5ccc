import { Box, Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { Plus } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { RoofSummary, SlopeAssessment } from '../../api/types'
import { asOfText } from '../../shared/asOf'
import { Courses } from '../../shared/marks/Courses'
import { NailMarks } from '../../shared/marks/NailMarks'
import { PlanLetter } from '../../shared/marks/PlanLetter'
import { useHome } from '../../shared/queries'
import { Empty, Loading, Trouble } from '../../shared/States'
import { dayText } from '../../shared/words'

const DUE_SHOWN = 2

/** Every roof on file as a row of its slopes, drawn as the years they have left, with what falls due. */
export function Home() {
  const home = useHome()
  const [search, setSearch] = useState('')
  if (home.isPending) return <Loading what="the roofs" />
  if (home.isError) return <Trouble error={home.error} onRetry={() => home.refetch()} />
  const wanted = search.trim().toLowerCase()
  const roofs = home.data.roofs.filter((roof) => `${roof.propertyName} ${roof.address}`.toLowerCase().includes(wanted))
  return (
    <Stack gap="4">
      <Flex gap="3" align="center" wrap="wrap">
        <Heading as="h1" size="2xl" flex="1" minW="8rem">
          Roofs
        </Heading>
        <Input
          aria-label="Search roofs by name or street"
          placeholder="Search by name or street"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          maxW="18rem"
        />
        <Button asChild colorPalette="verdigris">
          <Link to="/properties/new">
            <Plus size={18} /> New property
          </Link>
        </Button>
      </Flex>
      {home.data.factsWaiting > 0 && (
        <Text color="copper">{home.data.factsWaiting} facts wait for something that has not arrived yet.</Text>
      )}
      {home.data.roofs.length === 0 && (
        <Empty title="No roofs yet">Add a property, letter its slopes, then walk it.</Empty>
      )}
      {home.data.roofs.length > 0 && roofs.length === 0 && (
        <Empty title={`No roof matches “${search}”`}>Search by the property’s name or its street.</Empty>
      )}
      {roofs.map((roof) => (
        <RoofRow key={roof.roofId} roof={roof} />
      ))}
    </Stack>
  )
}

function RoofRow({ roof }: { roof: RoofSummary }) {
  return (
    <Box as="article" className="k-sheet">
      <Flex justify="space-between" wrap="wrap" gap="2">
        <Box>
          <Heading as="h2" size="xl">
            <Link to={`/properties/${roof.propertyId}`}>{roof.propertyName}</Link>
          </Heading>
          <Text color="faint">
            {roof.address} · {roof.roofName}
          </Text>
        </Box>
        {roof.latestVisit ? (
          <Flex gap="2" align="center" wrap="wrap">
            <Text color="faint">Last visit {dayText(roof.latestVisit.on)}</Text>
            <Button asChild size="sm" variant="outline">
              <Link to={`/visits/${roof.latestVisit.id}/walk`}>Open the visit</Link>
            </Button>
            <Button asChild size="sm" variant="outline">
              <Link to={`/visits/${roof.latestVisit.id}/report`}>Report</Link>
            </Button>
          </Flex>
        ) : (
          <Text color="faint">Not visited yet</Text>
        )}
      </Flex>
      <Flex mt="3" gap="6" direction={{ base: 'column', lg: 'row' }}>
        <Stack gap="1" flex="3" minW="0">
          {roof.slopes.map((slope) => (
            <SlopeLine key={slope.slopeId} slope={slope} />
          ))}
          {roof.slopes.some((slope) => slope.life && !slope.figuresCovered) && (
            <Text fontSize="sm" color="faint">
              Remaining life {asOfText(roof, roof.latestVisit !== null)}
            </Text>
          )}
          {roof.slopes.length === 0 && <Text color="faint">No slopes yet: open the property and letter them.</Text>}
        </Stack>
        <Box flex="2" minW="0">
          <Text fontWeight="bold" mb="1">
            {roof.due.length > 0 ? 'Due within a year' : 'Nothing due within a year'}
          </Text>
          <Stack gap="2">
            {roof.due.slice(0, DUE_SHOWN).map((item) => (
              <Box key={item.number}>
                <NailMarks nails={item.nails} words={item.urgencyWords} />
                <Text lineHeight="short">
                  {item.title}{' '}
                  <Text as="span" color="faint">
                    {item.place}
                  </Text>
                </Text>
              </Box>
            ))}
            {roof.due.length > DUE_SHOWN && <Text color="faint">and {roof.due.length - DUE_SHOWN} more</Text>}
          </Stack>
        </Box>
      </Flex>
    </Box>
  )
}

function SlopeLine({ slope }: { slope: SlopeAssessment }) {
  const unfit = slope.fitness?.state === 'unfit'
  return (
    <Flex align="center" gap="3">
      <PlanLetter letter={slope.letter} facing={slope.facing} />
      <Box flex="1" minW="0">
        {unfit ? (
          <Text className="k-unfit">Unfit as built: rebuild it, wear life does not apply</Text>
        ) : slope.figuresCovered ? (
          <Text color="faint">Estimate hidden until slope {slope.letter} is confirmed</Text>
        ) : slope.life ? (
          <Courses life={slope.life} />
        ) : (
          <Text color="faint">Covering not recorded</Text>
        )}
      </Box>
      {!unfit && !slope.figuresCovered && slope.life && (
        <Text w="11rem" flex="none" fontSize="sm" className="k-phonehide">
          {slope.life.headline}
        </Text>
      )}
    </Flex>
  )
}
