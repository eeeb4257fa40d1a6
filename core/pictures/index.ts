export { namedBytes, pictureHash, settledPixels } from './name'
export { packPicture, unpackPicture, type Thrift, type Zlib } from './packing'
export { fittedSize, scaledDown } from './scale'
