export { doOverlap, zipParts, type ZipPart } from './zip'
