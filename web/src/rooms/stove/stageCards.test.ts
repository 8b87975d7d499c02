import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import StageCards from './StageCards.vue'

const MIN_MS = 60_000
const row = (seen: Record<string, number> = {}): Api<'SightState'>[] =>
  (['wet', 'bubbles', 'sides', 'lump'] as const).map((picture, i) => ({
    key: picture,
    words: `It looks ${picture}`,
    picture,
    expected_ms: (i + 1) * 4 * MIN_MS,
    seen_ms: seen[picture] ?? null,
  }))
const cards = (sights: Api<'SightState'>[], now_ms: number) =>
  mount(StageCards, { props: { sights, now_ms } })
const whens = (wrapper: ReturnType<typeof cards>) => wrapper.findAll('.when').map((w) => w.text())

describe('the cards of a step', () => {
  it('say when each comes, and which is now', () => {
    const wrapper = cards(row({ bubbles: 7 * MIN_MS }), 8 * MIN_MS)
    expect(whens(wrapper)).toEqual(['over', 'seen', 'in about 4 min', 'in about 8 min'])
    const pressed = wrapper.findAll('button').map((b) => b.attributes('aria-pressed'))
    expect(pressed).toEqual(['false', 'true', 'false', 'false'])
  })
  it('do not count down below nothing', () => {
    expect(whens(cards(row(), 30 * MIN_MS))).toEqual(Array(4).fill('about now'))
  })
  it('tell which was tapped', async () => {
    const wrapper = cards(row(), 0)
    await wrapper.findAll('button')[2]?.trigger('click')
    expect(wrapper.emitted('see')).toEqual([['sides']])
  })
})
