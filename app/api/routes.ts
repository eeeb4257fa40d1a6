import type { AnswerBody, Batch, NewSheet } from '#shared/schemas'
import type { DeskView, DrawingView, FolioView, HandInView, Person, RegisterView, SignatureView } from '#shared/views'
import { callApi } from './client'

/** Every route of the server, typed. */
export const api = {
  session: () => callApi<{ person: Person | null }>('GET', '/api/session'),
  signInTeacher: (email: string, password: string) => callApi<Person>('POST', '/api/session/teacher', { email, password }),
  signInLearner: (code: string, name: string, pin: string) => callApi<Person>('POST', '/api/session/learner', { code, name, pin }),
  signOut: () => callApi<{ ok: true }>('DELETE', '/api/session'),
  desk: () => callApi<DeskView>('GET', '/api/desk'),
  register: (id: number) => callApi<RegisterView>('GET', `/api/classes/${id}`),
  folio: () => callApi<FolioView>('GET', '/api/folio'),
  openDrawing: (plan: number, afresh: boolean) => callApi<{ id: number }>('POST', '/api/drawings', { plan, afresh }),
  openOwnSheet: (given: NewSheet) => callApi<{ id: number }>('POST', '/api/sheets', given),
  drawing: (id: number) => callApi<DrawingView>('GET', `/api/drawings/${id}`),
  claim: (id: number, writer: string, takeOver: boolean) => callApi<Stored>('POST', `/api/drawings/${id}/claim`, { writer, takeOver }),
  sendBatch: (id: number, batch: Batch) => callApi<Stored>('POST', `/api/drawings/${id}/batches`, batch),
  copy: (id: number, position: number) => callApi<Stored & { id: number }>('POST', `/api/drawings/${id}/copy`, { position }),
  handIn: (id: number, given: { position: number, hash: string, note: string }) => callApi<{ id: number }>('POST', `/api/drawings/${id}/hand-ins`, given),
  handInView: (id: number) => callApi<HandInView>('GET', `/api/hand-ins/${id}`),
  answer: (id: number, body: AnswerBody) => callApi<{ ok: true }>('PUT', `/api/hand-ins/${id}/answer`, body),
  signature: () => callApi<SignatureView>('GET', '/api/signature'),
  keepSignature: (outlines: number[][]) => callApi<{ ok: true }>('PUT', '/api/signature', { outlines }),
  handInPicture: (id: number) => `/api/hand-ins/${id}/picture`,
  planPicture: (id: number) => `/api/plans/${id}/picture`,
}

/** What the server has of a record. */
export interface Stored {
  position: number
  nextBatch: number
}
