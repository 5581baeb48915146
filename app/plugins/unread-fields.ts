import { defineNuxtPlugin } from '#imports'
/**
 * A form is not taken while a figure in it cannot be read: what was typed would be dropped without a word for the last
 * good value. The field says what is wrong and gets the keyboard.
 */
export default defineNuxtPlugin(() => {
  document.addEventListener(
    'submit',
    (event) => {
      const form = event.target as HTMLFormElement
      const figures = [...form.querySelectorAll<HTMLInputElement>('[data-figure]')]
      for (const figure of figures) figure.dispatchEvent(new Event('check'))
      // An empty one says so too; what the form makes of that is its own affair.
      const unread = figures.find(({ dataset, value }) => dataset.figure === 'unread' && value.trim() !== '')
      if (!unread) return
      event.preventDefault()
      event.stopPropagation()
      unread.closest('details')?.setAttribute('open', '')
      unread.focus()
    },
    { capture: true },
  )
})
