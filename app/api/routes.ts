import type {
  AnswerBody,
  Batch,
  Claim,
  CritKit,
  DrillTryBody,
  GivePlan,
  LivePictureBody,
  NewSheet,
  SendBody,
  Terms,
  WarmUpSetBody,
} from '#shared/schemas'
import type {
  DeskView,
  DrawingView,
  EntriesView,
  FolioView,
  HandInView,
  Person,
  PlanBookView,
  PlanClassesView,
  PlanView,
  ProgressView,
  RegisterView,
  RoundView,
  SignatureView,
  SlipsView,
  TableView,
  WarmUpsView,
  ClassWarmUpsView,
  WarmUpSetView,
} from '#shared/views'
import type { MuralView, NewMural, PanelView } from '#shared/mural'
import type { ChangeWork, WallView } from '#shared/wall'
import type { Plan } from '#core/plan'
import { callApi } from './client'

/** Every route of the server, typed. */
export const api = {
  session: () => callApi<{ person: Person | null }>('GET', '/api/session'),
  signInTeacher: (email: string, password: string) =>
    callApi<Person>('POST', '/api/session/teacher', { email, password }),
  signInLearner: (code: string, name: string, pin: string) =>
    callApi<Person>('POST', '/api/session/learner', { code, name, pin }),
  signOut: () => callApi<{ ok: true }>('DELETE', '/api/session'),
  desk: () => callApi<DeskView>('GET', '/api/desk'),
  openClass: (given: { name: string; when: string }) => callApi<{ id: number }>('POST', '/api/classes', given),
  addLearners: (classId: number, learners: readonly { name: string; pin: string | null }[]) =>
    callApi<SlipsView>('POST', `/api/classes/${classId}/learners`, { learners }),
  renewPin: (learnerId: number) => callApi<SlipsView>('POST', `/api/learners/${learnerId}/pin`),
  changeClass: (classId: number, given: { name: string; when: string }) =>
    callApi<Done>('PUT', `/api/classes/${classId}`, given),
  archiveClass: (classId: number, isArchived: boolean) =>
    callApi<Done>('POST', `/api/classes/${classId}/archive`, { isArchived }),
  setTerms: (classId: number, plan: number, terms: Terms) =>
    callApi<Done>('PUT', `/api/classes/${classId}/plans/${plan}`, terms),
  orderPlans: (classId: number, plans: readonly number[]) =>
    callApi<Done>('PUT', `/api/classes/${classId}/plans`, { plans }),
  renameLearner: (learner: number, name: string) => callApi<Done>('PUT', `/api/learners/${learner}`, { name }),
  removeLearner: (learner: number, isRemoved: boolean) =>
    callApi<Done>('POST', `/api/learners/${learner}/remove`, { isRemoved }),
  round: (classId: number) => callApi<RoundView>('GET', `/api/classes/${classId}/round`),
  table: (classId: number, plan: number | null) =>
    callApi<TableView>('GET', `/api/classes/${classId}/table${plan === null ? '' : `?plan=${plan}`}`),
  send: (classId: number, given: SendBody) => callApi<{ sent: number }>('POST', `/api/classes/${classId}/send`, given),
  setFront: (classId: number, drawing: number | null) =>
    callApi<Done>('PUT', `/api/classes/${classId}/front`, { drawing }, drawing === null),
  setToday: (classId: number, plan: number | null) => callApi<Done>('PUT', `/api/classes/${classId}/today`, { plan }),
  moveLearner: (learner: number, classId: number) =>
    callApi<{ code: string; className: string }>('PUT', `/api/learners/${learner}/class`, { classId }),
  lowerHand: (learner: number) => callApi<Done>('DELETE', `/api/learners/${learner}/hand`),
  raiseHand: (drawing: number, words: string) => callApi<Done>('PUT', `/api/drawings/${drawing}/hand`, { words }),
  takeHandDown: (drawing: number) => callApi<Done>('DELETE', `/api/drawings/${drawing}/hand`),
  keepLivePicture: (drawing: number, body: LivePictureBody) =>
    callApi<Done>('PUT', `/api/drawings/${drawing}/live`, body),
  entriesSince: (drawing: number, from: number) =>
    callApi<EntriesView>('GET', `/api/drawings/${drawing}/entries?from=${from}`),
  register: (id: number) => callApi<RegisterView>('GET', `/api/classes/${id}`),
  classProgress: (classId: number) => callApi<ProgressView>('GET', `/api/classes/${classId}/progress`),
  ownProgress: () => callApi<ProgressView>('GET', '/api/progress'),
  folio: () => callApi<FolioView>('GET', '/api/folio'),
  planBook: () => callApi<PlanBookView>('GET', '/api/plans'),
  plan: (id: number) => callApi<PlanView>('GET', `/api/plans/${id}`),
  planClasses: (id: number) => callApi<PlanClassesView>('GET', `/api/plans/${id}/classes`),
  addPlan: (plan: Plan) => callApi<{ id: number }>('POST', '/api/plans', plan),
  savePlan: (id: number, revision: number, plan: Partial<Plan>) =>
    callApi<{ revision: number }>('PUT', `/api/plans/${id}`, { revision, plan }),
  archivePlan: (id: number, isArchived: boolean) =>
    callApi<{ ok: true }>('POST', `/api/plans/${id}/archive`, { isArchived }),
  copyPlan: (id: number) => callApi<{ id: number }>('POST', `/api/plans/${id}/copy`),
  givePlan: (id: number, given: GivePlan) => callApi<Done>('POST', `/api/plans/${id}/give`, given),
  openStep: (id: number, classId: number, step: string, isOpen: boolean) =>
    callApi<{ opened: string[] }>('POST', `/api/plans/${id}/open-step`, { classId, step, isOpen }),
  tryPlan: (id: number) => callApi<{ id: number }>('POST', `/api/plans/${id}/try`),
  redrawStep: (id: number, step: string) => callApi<{ id: number }>('POST', `/api/plans/${id}/redraw`, { step }),
  openLessonSheet: (given: NewSheet) => callApi<{ id: number }>('POST', '/api/plans/sheets', given),
  openedSteps: (drawing: number) => callApi<{ opened: string[] | null }>('GET', `/api/drawings/${drawing}/opened`),
  openDrawing: (plan: number, afresh: boolean, from?: string) =>
    callApi<{ id: number }>('POST', '/api/drawings', { plan, afresh, from }),
  openOwnSheet: (given: NewSheet) => callApi<{ id: number }>('POST', '/api/sheets', given),
  drawing: (id: number) => callApi<DrawingView>('GET', `/api/drawings/${id}`),
  claim: (id: number, claim: Claim) => callApi<Stored>('POST', `/api/drawings/${id}/claim`, claim),
  sendBatch: (id: number, batch: Batch) => callApi<Stored>('POST', `/api/drawings/${id}/batches`, batch),
  copy: (id: number, position: number, key: string) =>
    callApi<Stored & { id: number }>('POST', `/api/drawings/${id}/copy`, { position, key }),
  renameDrawing: (id: number, title: string) => callApi<Done>('PUT', `/api/drawings/${id}`, { title }),
  duplicateDrawing: (id: number, given: { key: string; title: string; from?: number }) =>
    callApi<{ id: number }>('POST', `/api/drawings/${id}/duplicate`, given),
  removeDrawing: (id: number, isRemoved: boolean) => callApi<Done>('POST', `/api/drawings/${id}/remove`, { isRemoved }),
  handIn: (id: number, given: { position: number; hash: string; note: string }) =>
    callApi<{ id: number }>('POST', `/api/drawings/${id}/hand-ins`, given),
  handInView: (id: number) => callApi<HandInView>('GET', `/api/hand-ins/${id}`),
  answer: (id: number, body: AnswerBody) => callApi<{ ok: true }>('PUT', `/api/hand-ins/${id}/answer`, body),
  critKit: () => callApi<CritKit>('GET', '/api/crit-kit'),
  keepCritKit: (kit: CritKit) => callApi<CritKit>('PUT', '/api/crit-kit', kit),
  warmUps: () => callApi<WarmUpsView>('GET', '/api/warm-ups'),
  classWarmUps: (classId: number) => callApi<ClassWarmUpsView>('GET', `/api/classes/${classId}/warm-ups`),
  makeWarmUpSet: (classId: number, body: WarmUpSetBody) =>
    callApi<WarmUpSetView>('POST', `/api/classes/${classId}/warm-ups`, body),
  changeWarmUpSet: (id: number, body: WarmUpSetBody) => callApi<WarmUpSetView>('PUT', `/api/warm-up-sets/${id}`, body),
  removeWarmUpSet: (id: number) => callApi<Done>('DELETE', `/api/warm-up-sets/${id}`),
  keepTry: (body: DrillTryBody) => callApi<{ ok: true }>('POST', '/api/warm-ups', body),
  signature: () => callApi<SignatureView>('GET', '/api/signature'),
  keepSignature: (outlines: number[][]) => callApi<{ ok: true }>('PUT', '/api/signature', { outlines }),
  panel: (drawing: number, known: readonly (readonly [place: number, pictured: number])[]) =>
    callApi<{ panel: PanelView | null }>(
      'GET',
      `/api/drawings/${drawing}/panel?known=${known.map(each => each.join(':')).join(',')}`,
    ),
  makeMural: (classId: number, given: NewMural) =>
    callApi<{ id: number }>('POST', `/api/classes/${classId}/murals`, given),
  mural: (id: number) => callApi<MuralView>('GET', `/api/murals/${id}`),
  archiveMural: (id: number, isArchived: boolean) => callApi<Done>('POST', `/api/murals/${id}/archive`, { isArchived }),
  takePanel: (id: number, place: number, isTaken: boolean) =>
    callApi<Done>('POST', `/api/murals/${id}/panels/${place}/take`, { isTaken }),
  givePanel: (id: number, place: number, learner: number | null) =>
    callApi<Done>('PUT', `/api/murals/${id}/panels/${place}`, { learner }),
  sharePanels: (id: number) => callApi<{ given: number }>('POST', `/api/murals/${id}/share`),
  openPanel: (id: number, place: number) => callApi<{ id: number }>('POST', `/api/murals/${id}/panels/${place}/open`),
  assembleMural: (id: number) => callApi<Done>('POST', `/api/murals/${id}/assemble`),
  stopAssembly: (id: number) => callApi<Done>('DELETE', `/api/murals/${id}/assemble`),
  wall: (classId: number) => callApi<WallView>('GET', `/api/classes/${classId}/wall`),
  orderWorks: (classId: number, works: readonly number[]) =>
    callApi<Done>('PUT', `/api/classes/${classId}/wall`, { works }),
  askForWorks: (handIns: readonly number[]) =>
    callApi<{ asked: number; left: number }>('POST', '/api/wall', { handIns }),
  offerWork: (handIn: number, given: { title: string; isNamed: boolean }) =>
    callApi<{ id: number }>('POST', `/api/hand-ins/${handIn}/wall`, given),
  changeWork: (work: number, given: ChangeWork) => callApi<Done>('PUT', `/api/wall/${work}`, given),
  sayWords: (work: number, words: string) => callApi<{ id: number }>('POST', `/api/wall/${work}/words`, { words }),
  judgeWords: (id: number, isLetThrough: boolean) => callApi<Done>('PUT', `/api/wall/words/${id}`, { isLetThrough }),
  takeWordsBack: (id: number) => callApi<Done>('DELETE', `/api/wall/words/${id}`),
  workPicture: (work: number) => `/api/wall/${work}/picture`,
  muralPicture: (id: number) => `/api/murals/${id}/picture`,
  panelPicture: (id: number, place: number, pictured: number) =>
    `/api/murals/${id}/panels/${place}/picture?at=${pictured}`,
  muralWhole: (id: number) => `/api/murals/${id}/whole`,
  muralPoster: (id: number, paper: string, width: number) => `/api/murals/${id}/poster?paper=${paper}&width=${width}`,
  handInPicture: (id: number) => `/api/hand-ins/${id}/picture`,
  livePicture: (drawing: number, position: number) => `/api/drawings/${drawing}/live?at=${position}`,
  roundStream: (classId: number) => `/api/classes/${classId}/round/live`,
  newsStream: (after: number | null) => `/api/news${after === null ? '' : `?after=${after}`}`,
  planPicture: (id: number) => `/api/plans/${id}/picture`,
}

interface Done {
  ok: true
}

/** What the server has of a record. */
export interface Stored {
  position: number
  nextBatch: number
}
