import { expose } from 'comlink'
import { SheetHost } from './sheet/host'

expose(new SheetHost())
