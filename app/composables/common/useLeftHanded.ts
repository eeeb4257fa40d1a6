import { useComfort } from '../../stores/comfort'

/** Whether whoever draws does so with the left hand: step sheet and stack change sides, and the ledge its ends. */
export function useLeftHanded() {
  const store = useComfort()
  const { say } = useNotices()
  return computed({
    get: () => store.comfort.isLeftHanded,
    set: isLeftHanded =>
      void store
        .set({ isLeftHanded })
        .catch(() => say('It is so on this device.', 'The server has not heard of it yet.')),
  })
}
