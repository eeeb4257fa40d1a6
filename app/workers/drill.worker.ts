import { expose } from 'comlink'
import { DrillHost } from './drill/host'

expose(new DrillHost())
