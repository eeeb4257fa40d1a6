export {
  GREATEST_PICTURE_AREA,
  GREATEST_PICTURE_SIDE,
  pictureNameSchema,
  requirePicture,
  type PictureName,
} from './named'
export { namedBytes, pictureHash, settledPixels } from './name'
export { packPicture, unpackPicture, type Thrift, type Zlib } from './packing'
export { fittedSize, scaledDown } from './scale'
