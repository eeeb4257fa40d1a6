export { cosDegrees, degreesOf, sinDegrees } from './turns'
