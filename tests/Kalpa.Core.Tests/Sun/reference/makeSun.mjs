// Positions by an independent solar library, and yearly beam doses by stepping through every day of a year with them.
import { writeFileSync } from 'node:fs'
import { getSpa, SPA_ALL } from 'nrel-spa'

const places = [
  [44.3, -66.4], [39.742476, -105.1786], [25.8, -80.2], [60.2, 24.9], [-33.9, 18.4], [0, 0], [64.8, -147.7],
]
const instants = ['2003-10-17T19:30:30Z', '2023-06-21T09:12:00Z', '2023-12-21T15:40:00Z', '2026-03-20T12:00:00Z', '2030-08-02T20:05:00Z']
const rad = Math.PI / 180
const spa = (date, latitude, longitude) => getSpa(date, latitude, longitude, 0, { elevation: 0, pressure: 0, temperature: 10, function: SPA_ALL })

const positions = places.flatMap(([latitude, longitude]) =>
  instants.map((at) => {
    const { zenith, azimuth } = spa(new Date(at), latitude, longitude)
    return { latitude, longitude, at, elevation: 90 - zenith, azimuth }
  }),
)

// Beam through the air by the same published formulas, written out again; planes by the angle of incidence from zenith and azimuth.
const airMass = (elevation) => 1 / (Math.sin(elevation * rad) + 0.50572 * (elevation + 6.07995) ** -1.6364)
const beam = (elevation) => 1.353 * 0.7 ** (airMass(elevation) ** 0.678)
const planes = [[6, 180], [6, 0], [8, 90], [8, 270], [0.3, 180], [12, 135], [4, 315], [0, 0]]
const stepMinutes = 10
const doses = [[44.3, 0], [25.8, 0], [60.2, 0], [-33.9, 0]].flatMap(([latitude, longitude]) => {
  const sums = planes.map(() => 0)
  for (let minute = 0; minute < 365 * 1440; minute += stepMinutes) {
    const { zenith, azimuth } = spa(new Date(Date.UTC(2023, 0, 1) + minute * 60000), latitude, longitude)
    const elevation = 90 - zenith
    if (elevation <= 0) continue
    const energy = (beam(elevation) * stepMinutes) / 60
    planes.forEach(([rise, falls], i) => {
      const tilt = Math.atan(rise / 12)
      const cos = Math.cos(zenith * rad) * Math.cos(tilt) + Math.sin(zenith * rad) * Math.sin(tilt) * Math.cos((azimuth - falls) * rad)
      sums[i] += Math.max(0, cos) * energy
    })
  }
  return planes.map(([rise, azimuth], i) => ({ latitude, rise, azimuth, kwh: sums[i] }))
})
writeFileSync('sun.json', `${JSON.stringify({ positions, doses }, null, 1)}\n`)
