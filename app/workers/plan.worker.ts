import { expose } from 'comlink'
import { PlanDesk } from './plan/desk'

expose(new PlanDesk())
