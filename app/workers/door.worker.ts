import { expose } from 'comlink'
import { Door } from './pictures/door'

expose(new Door())
