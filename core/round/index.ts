export {
  AWAY_MS,
  SILENT_MS,
  standingOf,
  STANDINGS,
  STUCK_FACTOR,
  STUCK_LEAST_MS,
  usualTime,
  type AtWork,
  type Standing,
} from './standing'
