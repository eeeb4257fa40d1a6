import { expose } from 'comlink'
import { LayeredWork } from './pictures/layered'

expose(new LayeredWork())
