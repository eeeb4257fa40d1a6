export { flood, FLOODED, OPEN, SHUT, UNKNOWN } from './flood'
export { pour, sameColourRows, type ColourPlace, type Pour } from './pour'
