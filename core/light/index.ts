export { lightFrom, type Vector } from './direction'
export {
  FORMS_IN_LIGHT,
  HALF_VIEW,
  inScene,
  lambert,
  lightOn,
  litForm,
  meet,
  seenAt,
  ZONES,
  zonesOfBall,
  type FormInLight,
  type Zone,
} from './forms'
export { shadowOf, type Shadow } from './shadow'
export { towardColour } from './toward'
