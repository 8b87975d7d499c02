import type { Api } from '@/api/client'

/** How a sweet can feel, in the cook's words. */
export const TEXTURES: readonly { key: Api<'Texture'>; name: string }[] = [
  { key: 'right', name: 'Just right' },
  { key: 'too_soft', name: 'Too soft, sticky' },
  { key: 'too_firm', name: 'Too firm' },
  { key: 'crumbly', name: 'Dry, crumbly' },
  { key: 'grainy', name: 'Grainy' },
]

/** How it can taste. */
export const TASTES: readonly { key: Api<'Taste'>; name: string }[] = [
  { key: 'right', name: 'Good' },
  { key: 'too_sweet', name: 'Too sweet' },
  { key: 'flat', name: 'Not sweet enough' },
  { key: 'raw', name: 'Raw, not roasted enough' },
  { key: 'burnt', name: 'Burnt' },
]

/** How it can look. */
export const LOOKS: readonly { key: Api<'Look'>; name: string }[] = [
  { key: 'right', name: 'Good' },
  { key: 'dull', name: 'Dull' },
  { key: 'too_dark', name: 'Too dark' },
  { key: 'uneven', name: 'Uneven, cracked' },
  { key: 'weeping', name: 'Wet, syrup runs out' },
]

type Named = readonly { key: string; name: string }[]
const nameOf = (of: Named, key: string) => of.find((t) => t.key === key)?.name ?? key
export const textureName = (key: Api<'Texture'>) => nameOf(TEXTURES, key)

/** What a verdict says beside the texture, in a few words. */
export function besideTexture(verdict: Api<'Verdict'>): string {
  const { taste, look, second_grade, lost } = verdict
  const said = [
    taste && taste !== 'right' ? `taste: ${nameOf(TASTES, taste).toLowerCase()}` : '',
    look && look !== 'right' ? `look: ${nameOf(LOOKS, look).toLowerCase()}` : '',
    second_grade ? `${second_grade} for the family` : '',
    lost ? `${lost} lost` : '',
  ]
  return said.filter(Boolean).join(', ')
}
