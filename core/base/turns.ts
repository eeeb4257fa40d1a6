/**
 * Sine of 0 … 90 whole degrees × 2³⁰, rounded. A table, because `Math.sin` gives different last bits
 * in different engines and a record must replay the same everywhere.
 */
const SINE_30 = [
  0, 18739379, 37473049, 56195305, 74900443, 93582766, 112236583, 130856211, 149435979, 167970228, 186453311, 204879599,
  223243478, 241539355, 259761657, 277904834, 295963357, 313931728, 331804471, 349576144, 367241333, 384794656,
  402230767, 419544355, 436730145, 453782903, 470697435, 487468587, 504091252, 520560366, 536870912, 553017922,
  568996477, 584801711, 600428808, 615873009, 631129609, 646193961, 661061475, 675727625, 690187940, 704438018,
  718473518, 732290163, 745883746, 759250125, 772385229, 785285058, 797945680, 810363241, 822533958, 834454122,
  846120104, 857528349, 868675383, 879557810, 890172315, 900515665, 910584710, 920376381, 929887697, 939115760,
  948057759, 956710970, 965072759, 973140576, 980911966, 988384560, 995556083, 1002424350, 1008987269, 1015242840,
  1021189159, 1026824413, 1032146887, 1037154959, 1041847103, 1046221891, 1050277989, 1054014162, 1057429273,
  1060522280, 1063292242, 1065738315, 1067859754, 1069655912, 1071126243, 1072270298, 1073087729, 1073578288,
  1073741824,
] as const

const ONE = 2 ** 30

/** Sine of whole degrees, any number of them; exact to 2⁻³¹ and the same in every engine. */
export function sinDegrees(degrees: number): number {
  const turn = ((degrees % 360) + 360) % 360
  if (turn > 180) return -sinDegrees(turn - 180)
  return SINE_30[turn > 90 ? 180 - turn : turn]! / ONE
}

export function cosDegrees(degrees: number): number {
  return sinDegrees(degrees + 90)
}

/** The whole degree nearest to a direction, 0 … 359, from the x axis toward y. The zero vector gives 0. */
export function degreesOf(dx: number, dy: number): number {
  let best = 0
  let most = -Infinity
  // Coarse steps first, then the degrees round the best of them.
  for (let d = 0; d < 360; d += 10) {
    const dot = dx * cosDegrees(d) + dy * sinDegrees(d)
    if (dot > most) {
      most = dot
      best = d
    }
  }
  const coarse = best
  for (let d = coarse - 9; d <= coarse + 9; d++) {
    const dot = dx * cosDegrees(d) + dy * sinDegrees(d)
    if (dot > most) {
      most = dot
      best = d
    }
  }
  return (best + 360) % 360
}
