import type { Api } from '@/api/client'

/** How a sweet can feel, in the cook's words. */
export const TEXTURES: readonly { key: Api<'Texture'>; name: string }[] = [
  { key: 'right', name: 'Just right' },
  { key: 'too_soft', name: 'Too soft, sticky' },
  { key: 'too_firm', name: 'Too firm' },
  { key: 'crumbly', name: 'Dry, crumbly' },
  { key: 'grainy', name: 'Grainy' },
]

export function textureName(key: Api<'Texture'>): string {
  return TEXTURES.find((t) => t.key === key)?.name ?? key
}
