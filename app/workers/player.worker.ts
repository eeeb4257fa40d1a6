import { expose } from 'comlink'
import { Player } from './player/player'

expose(new Player())
