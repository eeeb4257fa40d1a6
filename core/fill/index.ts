export { flood, FLOODED, OPEN, SHUT, UNKNOWN } from './flood'
export { pour, type Pour } from './pour'
