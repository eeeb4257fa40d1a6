import { migrationNames } from '../migrations'

/** Says what changes of the database this version knows. */
console.log(JSON.stringify(migrationNames()))
