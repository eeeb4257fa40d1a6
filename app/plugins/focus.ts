import { watchChoices } from '../sheet/choices-by-keys'
import { wasTouched, watchTyping } from '../sheet/keys'

/** `v-focus`: what asks for words has the focus at once, and what stands in it is ready to be written over. */
export default defineNuxtPlugin(({ vueApp }) => {
  watchTyping()
  watchChoices(wasTouched)
  vueApp.directive<HTMLElement>('focus', {
    mounted(element) {
      const field = element.matches('input, textarea')
        ? (element as HTMLInputElement)
        : element.querySelector<HTMLInputElement>('input, textarea')
      // After the card that holds it has taken the focus itself.
      requestAnimationFrame(() => {
        field?.focus({ preventScroll: true })
        field?.select()
      })
    },
  })
})
