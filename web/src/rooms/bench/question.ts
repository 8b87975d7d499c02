import type { Api } from '@/api/client'
import type { useKitchen } from '@/live/kitchen'
import type { PanAsk, Part } from './ask'

type Kitchen = ReturnType<typeof useKitchen>

function analysisOf(part: Part): Api<'Analysis'> | undefined {
  if (!part.analysis) return undefined
  const [sucrose = 0, reducing = 0, ash = 0, insoluble = 0, water = 0] = part.analysis
  const share = (percent: number) => ({ frac: percent / 100, sd: 0 })
  return {
    sucrose: share(sucrose),
    reducing: share(reducing),
    ash: share(ash),
    insoluble: share(insoluble),
    water: share(water),
  }
}

export const panOf = (kitchen: Kitchen, ask: PanAsk) =>
  kitchen.pans.find((p) => p.id === ask.pan_id) ?? kitchen.pans[0]
export const ringOf = (kitchen: Kitchen, ask: PanAsk) =>
  kitchen.rings.find((r) => r.id === ask.ring_id) ?? kitchen.rings[0]

/** The room a pan of the bench stands in: the kitchen's, unless another altitude was asked for. */
export function roomOf(kitchen: Kitchen, ask: PanAsk): Api<'Room'> | undefined {
  const room = kitchen.view?.kitchen.room
  if (!room || ask.altitude_m === undefined) return room
  return { ...room, altitude_m: ask.altitude_m, pressure_pa: null }
}

/** The question to the core for one pan of the bench; none until the kitchen is known. */
export function questionOf(kitchen: Kitchen, ask: PanAsk): Api<'BoilDownAsk'> | undefined {
  const pan = panOf(kitchen, ask)
  const ring = ringOf(kitchen, ask)
  const room = roomOf(kitchen, ask)
  const medium = kitchen.view?.flame_dial.medium
  if (!pan || !ring || !room || medium === undefined) return undefined
  const steady = { from_s: 0, flame_frac: ask.flame_frac ?? medium }
  const later = ask.later.map((c) => ({
    from_s: 60 * c.minute,
    flame_frac: c.flame_frac,
    lid: c.lid,
    stirring: c.stirring,
    water_added_g: c.water_added_g,
  }))
  return {
    contents: {
      parts: ask.parts.map((p) => ({
        sweetener: p.sweetener,
        mass_g: p.mass_g,
        analysis: analysisOf(p),
      })),
      water_g: ask.water_g,
      strained: ask.strained,
    },
    pan: pan.pan,
    ring: ring.ring,
    room,
    program: [steady, ...later],
    target_stage: ask.stage,
    max_points: 100,
    thermometer: kitchen.thermometer(ask.thermometer_id)?.thermometer,
    ladder: kitchen.view?.kitchen.ladder,
  }
}

/** Her instruments with their own errors, to be taken out of what they show. */
export function instrumentsOf(kitchen: Kitchen, ask: PanAsk): Api<'Instruments'> {
  return {
    thermometer: kitchen.thermometer(ask.thermometer_id)?.thermometer ?? null,
    refractometer_offset_brix: kitchen.view?.kitchen.bench?.refractometer_offset_brix ?? 0,
  }
}

/** Pan, ring and room of a correction. */
export function hobOf(question: Api<'BoilDownAsk'>): Api<'HobAsk'> {
  return { pan: question.pan, ring: question.ring, room: question.room }
}
