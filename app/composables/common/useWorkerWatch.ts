import { whenLost, type WorkerLost } from '../../workers/lost'

/** Says when one of these workers can't be loaded or breaks off. */
export function useWorkerWatch(...workers: Worker[]): void {
  const { say } = useNotices()
  Promise.race(workers.map(whenLost)).catch(({ message, fix }: WorkerLost) =>
    say(message, fix, 'attention', [{ label: 'Load again', run: () => location.reload() }]),
  )
}
