/** Fields that words can be wrong in. */
const FIELDS = 'input:not([type=checkbox], [type=radio], [type=range], [type=file]), textarea, select'
const FORM = 'form, fieldset, [role=dialog], .card'
const TIES = ['aria-invalid', 'aria-describedby'] as const

/**
 * Ties what went wrong to the fields of its form: to those that are empty, where some are, else to all (WCAG 2.2,
 * 3.3.1 and ARIA21). `line` says it, and has an id. Returns how to untie it.
 */
export function tieError(line: HTMLElement): () => void {
  const fields = [...(line.closest(FORM)?.querySelectorAll<HTMLInputElement>(FIELDS) ?? [])]
  const empty = fields.filter(each => each.value === '')
  const tied = (empty.length ? empty : fields).map(field => {
    const before = TIES.map(name => field.getAttribute(name))
    field.setAttribute('aria-invalid', 'true')
    field.setAttribute('aria-describedby', [before[1], line.id].filter(Boolean).join(' '))
    return { field, before }
  })
  return () => {
    for (const { field, before } of tied)
      TIES.forEach((name, i) =>
        before[i] === null ? field.removeAttribute(name) : field.setAttribute(name, before[i]!),
      )
  }
}
