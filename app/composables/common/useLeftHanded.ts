import { useLocalStorage } from '@vueuse/core'

/**
 * Whether whoever draws on this device does so with the left hand: step sheet and stack change sides, and the ledge its
 * ends.
 */
export const useLeftHanded = () => useLocalStorage('little-easel-left-handed', false)
