export { namedBytes, pictureHash, settledPixels } from './name'
export { packPicture, unpackPicture, type Zlib } from './packing'
export { fittedSize, scaledDown } from './scale'
