import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { RoofLine, SlopeLine } from '../../api/types'
import type { HomeProperty } from '../../offline/applyChanges'
import { asOfText } from '../../shared/asOf'
import { Courses } from '../../shared/marks/Courses'
import { PlanLetter } from '../../shared/marks/PlanLetter'
import { UrgencyMarks } from '../../shared/marks/UrgencyMarks'
import { dayText } from '../../shared/words'

/** A property in the list, roof by roof. */
export function PropertyCard({ property }: { property: HomeProperty }) {
  const { roofs } = property
  // Most visits look at all roofs: then it is named once.
  const together = roofs.every(({ latestVisit }) => latestVisit?.id === roofs[0]?.latestVisit?.id)
  const about = [property.address, roofs.length === 1 && roofs[0]?.roofName, property.tags.join(', ')]
  return (
    <Box as="article" className="k-sheet">
      <Flex justify="space-between" wrap="wrap" gap="2">
        <Box>
          <Heading as="h2" size="xl">
            <Link to={`/properties/${property.propertyId}`}>{property.propertyName}</Link>
          </Heading>
          <Text color="faint">{about.filter(Boolean).join(' · ')}</Text>
          {(property.asked ?? 0) > 0 && (
            <Text>
              <Link to={`/visits/${property.askedOf}/report`}>
                {property.asked === 1 ? '1 question from a client' : `${property.asked} questions from clients`}
              </Link>
            </Text>
          )}
          {property.unsent ? (
            <Text color="copper">Changes on this device are waiting to sync; these figures do not include them.</Text>
          ) : (
            !property.fresh && <Text color="copper">Updating: these are the last known figures.</Text>
          )}
        </Box>
        {together && roofs[0] && <VisitLinks roof={roofs[0]} />}
      </Flex>
      {roofs.map((roof) => (
        <Box key={roof.roofId} mt="3">
          {roofs.length > 1 && (
            <Flex justify="space-between" wrap="wrap" gap="2" mb="2">
              <Heading as="h3" size="md">
                {roof.roofName}
              </Heading>
              {!together && <VisitLinks roof={roof} named />}
            </Flex>
          )}
          <RoofFigures roof={roof} />
        </Box>
      ))}
    </Box>
  )
}

/** `named`: the visit opens at this roof, which others of the property do not share it with. */
function VisitLinks({ roof: { roofId, latestVisit }, named = false }: { roof: RoofLine; named?: boolean }) {
  if (!latestVisit) return <Text color="faint">Not visited yet</Text>
  return (
    <Flex gap="2" align="center" wrap="wrap">
      <Text color="faint">Last visit {dayText(latestVisit.on)}</Text>
      <Button asChild size="sm" variant="outline">
        <Link to={`/visits/${latestVisit.id}${named ? `/roofs/${roofId}` : ''}/walk`}>Open the visit</Link>
      </Button>
      <Button asChild size="sm" variant="outline">
        <Link to={`/visits/${latestVisit.id}/report`}>Report</Link>
      </Button>
    </Flex>
  )
}

/** Nothing found is not nothing due where nobody has looked, or has not finished looking. */
const dueText = ({ dueCount, latestVisit }: RoofLine) => {
  if (dueCount > 0) return 'Due within a year'
  if (!latestVisit) return 'Not inspected'
  return latestVisit.finishedAt ? 'Nothing due within a year' : 'Nothing due so far; visit in progress'
}

function RoofFigures({ roof }: { roof: RoofLine }) {
  const more = roof.dueCount - roof.due.length
  return (
    <Flex gap="6" direction={{ base: 'column', lg: 'row' }}>
      <Stack gap="1" flex="3" minW="0">
        {roof.slopes.map((slope) => (
          <SlopeRow key={slope.slopeId} slope={slope} />
        ))}
        {roof.slopes.some((slope) => slope.life && !slope.figuresCovered) && (
          <Text fontSize="sm" color="faint">
            Remaining life {asOfText(roof, roof.latestVisit !== null)}
          </Text>
        )}
        {roof.slopes.length === 0 && <Text color="faint">No slopes yet. Open the property to add them.</Text>}
      </Stack>
      <Box flex="2" minW="0">
        <Text fontWeight="bold" mb="1">
          {dueText(roof)}
        </Text>
        <Stack gap="2">
          {roof.due.map((item) => (
            <Box key={`${item.title} ${item.place}`}>
              <UrgencyMarks marks={item.nails} words={item.urgencyWords} />
              <Text lineHeight="short">
                {item.title}{' '}
                <Text as="span" color="faint">
                  {item.place}
                </Text>
              </Text>
            </Box>
          ))}
          {more > 0 && <Text color="faint">and {more} more</Text>}
        </Stack>
      </Box>
    </Flex>
  )
}

function SlopeRow({ slope }: { slope: SlopeLine }) {
  return (
    <Flex align="center" gap="3">
      <PlanLetter letter={slope.letter} facing={slope.facing} />
      <Box flex="1" minW="0">
        {slope.unfit ? (
          <Text className="k-unfit">Not suitable as built: replace or rebuild</Text>
        ) : slope.figuresCovered ? (
          <Text color="faint">Estimate hidden until slope {slope.letter} is confirmed</Text>
        ) : slope.life ? (
          <Courses life={slope.life} />
        ) : (
          <Text color="faint">Covering not recorded</Text>
        )}
      </Box>
      {!slope.unfit && !slope.figuresCovered && slope.life && (
        <Text w="11rem" flex="none" fontSize="sm" className="k-phonehide">
          {slope.life.headline}
        </Text>
      )}
    </Flex>
  )
}
