/** Who is signed in; null for nobody. */
export default defineRoute({ who: 'anyone', run: ({ person }) => ({ person }) })
