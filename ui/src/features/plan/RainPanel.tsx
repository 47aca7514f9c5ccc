import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { Pause, Play } from 'lucide-react'
import type { ArrivingWater, OutletSize, RainAnswer } from '../../api/types'
import { useCore } from '../../core/useCore'
import { feetText } from '../../shared/roofPlan/planMath'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'
import { dayText } from '../../shared/words'
import { Drainage } from './Drainage'
import type { RainView } from './useRain'

type Props = { scene: PlanScene; rain: RainAnswer | undefined; view: RainView; tapped: ArrivingWater | undefined }

const number = (value: number) =>
  value >= 100
    ? Math.round(value).toLocaleString('en-US')
    : String(Math.round(value * (value >= 10 ? 10 : 100)) / (value >= 10 ? 10 : 100))

const area = (square: number) => `${number(square)} sq ft`

/** How much rain, what a tapped place gets, and what carries it away. */
export function RainPanel({ scene, rain, view, tapped }: Props) {
  const table = useCore('rain-table', {})
  const local = scene.rain
  const letter = (id: string | null | undefined) => scene.slopes.find((slope) => slope.id === id)?.letter ?? '?'
  const kindOf = (id: string) => scene.details.find((one) => one.id === id)?.kind ?? ''
  const nameOf = (id: string) => rain?.names.find((one) => one.id === id)?.name ?? ''
  return (
    <Stack gap="3">
      <Box aria-live="polite">
        {tapped ? (
          <Text>
            <strong>{tapped.slopeId ? `Slope ${letter(tapped.slopeId)}: ` : ''}</strong>
            {tapped.words}
          </Text>
        ) : (
          <Text color="faint">Tap a place on the plan: how much drains there, from where, and where it goes.</Text>
        )}
      </Box>
      <Box>
        <label className="k-label" htmlFor="rain">
          Rain: <strong>{number(view.inches)} in/h</strong>
        </label>
        <input
          id="rain"
          className="k-slider"
          type="range"
          min="0.5"
          max="12"
          step="0.1"
          value={view.inches}
          onChange={(event) => view.setInches(Number(event.target.value))}
        />
        {local ? (
          <Text fontSize="sm">
            Local: {local.inchesPerHour} in/h, {local.source}, {dayText(local.on)}
          </Text>
        ) : (
          <Text fontSize="sm" className="k-caution" mt="1">
            Simulated rain, not local data. Enter the local figure and its source under Local rules of the property.
          </Text>
        )}
        <Flex gap="1" wrap="wrap" mt="2" role="group" aria-label="Rain to check by">
          {local && (
            <Button size="sm" variant="outline" onClick={() => view.setInches(local.inchesPerHour)}>
              Local, {local.inchesPerHour}
            </Button>
          )}
          {!local &&
            table?.regions.map((region) => {
              const inches = Math.round(region.tenYear * (table.durations[0]?.factor ?? 1) * 10) / 10
              return (
                <Button
                  key={region.key}
                  size="sm"
                  variant="outline"
                  aria-pressed={view.inches === inches}
                  onClick={() => view.setInches(inches)}
                >
                  {region.name}, {inches}
                </Button>
              )
            })}
        </Flex>
        {!local && (
          <Text fontSize="sm" color="faint" mt="1">
            Examples: 5 minutes, once in 10 years.
          </Text>
        )}
      </Box>
      <Flex gap="2" wrap="wrap">
        <Button variant="outline" onClick={() => view.setMoving(!view.moving)}>
          {view.moving ? <Pause size={18} /> : <Play size={18} />} {view.moving ? 'Stop the drops' : 'Run the drops'}
        </Button>
        <Button variant="outline" aria-pressed={view.blocked} onClick={() => view.setBlocked(!view.blocked)}>
          Gutters blocked
        </Button>
      </Flex>
      {rain && !rain.measured && <Text>{rain.notes[0]}</Text>}
      {rain?.measured && (
        <>
          <Rows
            title="Leaves the roof"
            rows={outletRows(rain, letter, nameOf)}
            note={`${area(rain.rainSquareFeet)} of roof in the rain.`}
          />
          <Rows
            title="Gathers"
            rows={rain.channels.map((channel) => ({
              key: `${channel.slopeId}${channel.from.x}:${channel.to.x}:${channel.to.y}`,
              name: channelName(channel, letter, nameOf),
              words: `${area(channel.area.roofSquareFeet)}, ${number(channel.gpm)} gal/min${channel.levelFeet > 0 && channel.kind !== 'aroundThing' ? ', level: water stands' : ''}`,
            }))}
          />
          <Rows
            title="Drains to"
            rows={rain.details
              .filter(({ detailId }) => detailId != null && !carriers.has(kindOf(detailId ?? '')))
              .map((at) => ({ key: at.detailId ?? '', name: nameOf(at.detailId ?? ''), words: at.words }))}
          />
          <Sizes sizes={rain.sizes} />
          {rain.notes.map((note) => (
            <Text key={note} className="k-caution">
              {note}
            </Text>
          ))}
        </>
      )}
      <Drainage scene={scene} rain={rain} inches={view.inches} tapped={tapped} />
    </Stack>
  )
}

/** Whether what carries the water away is large enough, by the sizes that were recorded. */
function Sizes({ sizes }: { sizes: OutletSize[] }) {
  if (sizes.length === 0) return null
  return (
    <Box>
      <Heading as="h2" size="sm">
        Large enough?
      </Heading>
      {sizes.map((size) => (
        <Box key={size.detailId} borderBottomWidth="1px" py="1">
          <Text className={size.enough ? undefined : 'k-caution'}>{size.words}</Text>
          {size.leads.map((lead) => (
            <Text key={lead}>{lead}</Text>
          ))}
        </Box>
      ))}
    </Box>
  )
}

/** They stand among what leaves the roof. */
const carriers = new Set(['downspout', 'drain', 'scupper'])

type Row = { key: string; name: string; words: string }

function Rows({ title, rows, note }: { title: string; rows: Row[]; note?: string }) {
  if (rows.length === 0) return null
  return (
    <Box>
      <Heading as="h2" size="sm">
        {title}
      </Heading>
      {rows.map(({ key, name, words }) => (
        <Text key={key} borderBottomWidth="1px" py="1">
          <strong className="k-capital">{name}</strong>: {words}
        </Text>
      ))}
      {note && (
        <Text fontSize="sm" color="faint" mt="1">
          {note}
        </Text>
      )}
    </Box>
  )
}

const outletNames = {
  eave: 'eave, no gutter',
  rake: 'rake',
  downspout: 'downspout',
  drain: 'drain',
  scupper: 'scupper',
  topOfThing: 'on top of chimneys, skylights and curbs',
  undrained: 'does not drain',
} as const

function outletName(
  outlet: RainAnswer['outlets'][number],
  stream: boolean,
  letter: (id: string | null | undefined) => string,
) {
  if (outlet.kind === 'topOfThing') return outletNames.topOfThing
  if (stream && outlet.kind === 'eave') return `end of a valley or wall, slope ${letter(outlet.slopeId)}`
  return `${outletNames[outlet.kind]}, slope ${letter(outlet.slopeId)}`
}

/** One row for all of a kind on a slope: an eave in pieces is one eave. */
function outletRows(
  rain: RainAnswer,
  letter: (id: string | null | undefined) => string,
  nameOf: (id: string) => string,
): Row[] {
  const rows = new Map<string, { name: string; square: number; gpm: number; feet: number; assumed: boolean }>()
  for (const outlet of rain.outlets) {
    const own = outlet.detailId && outlet.kind !== 'topOfThing'
    const stream = !own && outlet.kind !== 'topOfThing' && outlet.feetOfEdge === 0
    const place =
      outlet.kind === 'topOfThing' ? '' : `${outlet.slopeId}${stream ? `${outlet.from.x}:${outlet.from.y}` : ''}`
    const key = own ? (outlet.detailId ?? '') : `${outlet.kind}${place}`
    const before = rows.get(key) ?? {
      name: own ? nameOf(outlet.detailId ?? '') : outletName(outlet, stream, letter),
      square: 0,
      gpm: 0,
      feet: 0,
      assumed: false,
    }
    rows.set(key, {
      ...before,
      square: before.square + outlet.area.roofSquareFeet,
      gpm: before.gpm + outlet.gpm,
      feet: before.feet + outlet.feetOfEdge,
      assumed: before.assumed || outlet.assumed,
    })
  }
  return [...rows]
    .sort(([, a], [, b]) => b.gpm - a.gpm)
    .map(([key, row]) => ({
      key,
      name: row.name,
      words: `${area(row.square)}, ${number(row.gpm)} gal/min${row.feet > 0 ? ` over ${feetText(row.feet * 12)}` : ''}${row.assumed ? ' (nearest, assumed)' : ''}`,
    }))
}

const channelNames = {
  valley: 'valley',
  wall: 'along the wall',
  aroundThing: 'behind',
  parapet: 'along the parapet',
} as const

function channelName(
  channel: RainAnswer['channels'][number],
  letter: (id: string | null | undefined) => string,
  nameOf: (id: string) => string,
) {
  if (channel.kind === 'aroundThing')
    return `${channelNames.aroundThing} the ${nameOf(channel.detailId ?? '').toLowerCase()}`
  const slopes = [channel.slopeId, channel.otherSlopeId].filter((id) => id != null).map(letter)
  return `${channelNames[channel.kind]} ${channel.kind === 'valley' ? slopes.join('/') : `of slope ${letter(channel.slopeId)}`}`
}
