export { GREATEST_CHROMA, mixtureOf, rgbOf, type Mixture, type Rgb8 } from './mix'
