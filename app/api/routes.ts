import type {
  AnswerBody,
  Batch,
  Claim,
  CritKit,
  KeptTryBody,
  GivePlan,
  LivePictureBody,
  ChangeClass,
  NewClass,
  NewLearner,
  NewSheet,
  PaintPart,
  PaperHandIn,
  SendBody,
  Terms,
  WarmUpSetBody,
} from '#shared/schemas'
import type {
  DeskView,
  DrawingView,
  EntriesView,
  FolioView,
  GivenPlanView,
  HandInView,
  PaintStored,
  Person,
  PlanBookView,
  PlanClassesView,
  PlanView,
  ProgressView,
  RegisterView,
  RoundView,
  SignatureView,
  SlipsView,
  TeachersView,
  TableView,
  WarmUpsView,
  ClassWarmUpsView,
  WarmUpSetView,
  Stored,
} from '#shared/views'
import type { Comfort } from '#shared/comfort'
import type { BegunOf } from '../workers/record/shelf'
import type { MuralView, NewMural, PanelView } from '#shared/mural'
import type {
  DoorView,
  InvitedView,
  LinkView,
  PlaceBody,
  PlaceView,
  RecoveryView,
  SecondKeyView,
  SecondView,
  SetUpBody,
  KEEP_MONTHS,
} from '#shared/place'
import type { ChangeWork, WallView } from '#shared/wall'
import type { Plan } from '#core/plan'
import { call } from './call'
import { callApi } from './client'

/**
 * Every route of the server. What it answers has the route's own type: where a view is named, what the route answers
 * must be one.
 */
export const api = {
  session: () => call('GET', '/api/session'),
  /** `code`: of those who have a second factor. */
  signInTeacher: (email: string, password: string, code?: string): Promise<Person> =>
    call('POST', '/api/session/teacher', { body: { email, password, code } }),
  second: (): Promise<SecondView> => call('GET', '/api/session/second'),
  beginSecond: (): Promise<SecondKeyView> => call('POST', '/api/session/second'),
  confirmSecond: (code: string): Promise<RecoveryView> => call('PUT', '/api/session/second', { body: { code } }),
  dropSecond: () => call('DELETE', '/api/session/second'),
  signInLearner: (code: string, name: string, pin: string): Promise<Person> =>
    call('POST', '/api/session/learner', { body: { code, name, pin } }),
  keepComfort: (body: Comfort) => call('PUT', '/api/session/comfort', { body }),
  health: () => call('GET', '/api/health'),
  signOut: () => call('DELETE', '/api/session'),
  happened: (classId: number) => call('GET', '/api/classes/:id/happened', { params: { id: classId } }),
  confirm: (password: string) => call('POST', '/api/session/confirm', { body: { password } }),
  sessions: () => call('GET', '/api/session/all'),
  endSession: (id: number) => call('DELETE', '/api/session/all/:id', { params: { id } }),
  endOtherSessions: () => call('DELETE', '/api/session/all'),
  changePassword: (password: string, next: string) =>
    call('PUT', '/api/session/password', { body: { password, next } }),
  door: (): Promise<DoorView> => call('GET', '/api/place/door'),
  setUp: (body: SetUpBody): Promise<Person> => call('POST', '/api/place', { body }),
  place: (): Promise<PlaceView> => call('GET', '/api/place'),
  changePlace: (body: PlaceBody) => call('PUT', '/api/place', { body }),
  handOn: (teacher: number) => call('PUT', '/api/place/keeper', { body: { teacher } }),
  invite: (body: { name: string; email: string }): Promise<LinkView> =>
    call('POST', '/api/place/invitations', { body }),
  withdraw: (id: number) => call('DELETE', '/api/place/invitations/:id', { params: { id } }),
  lockTeacher: (id: number, isLocked: boolean) =>
    call('PUT', '/api/place/teachers/:id/lock', { params: { id }, body: { isLocked } }),
  linkForPassword: (id: number): Promise<LinkView> => call('POST', '/api/place/teachers/:id/link', { params: { id } }),
  invited: (token: string): Promise<InvitedView> => call('POST', '/api/invited/look', { body: { token } }),
  forgotPassword: (email: string) => call('POST', '/api/session/forgotten', { body: { email } }),
  dropMail: (id: number) => call('DELETE', '/api/place/mails/:id', { params: { id } }),
  /** Null: they sign in with the new password and their second factor. */
  accept: (body: { token: string; name: string; password: string }): Promise<{ person: Person | null }> =>
    call('POST', '/api/invited', { body }),
  desk: (shown?: number): Promise<DeskView> => call('GET', '/api/desk', shown ? { query: { shown } } : undefined),
  teachers: (): Promise<TeachersView> => call('GET', '/api/teachers'),
  addColleague: (classId: number, teacher: number) =>
    call('PUT', '/api/classes/:id/teachers/:teacher', { params: { id: classId, teacher } }),
  dropColleague: (classId: number, teacher: number) =>
    call('DELETE', '/api/classes/:id/teachers/:teacher', { params: { id: classId, teacher } }),
  handClassOn: (classId: number, teacher: number) =>
    call('PUT', '/api/classes/:id/lead', { params: { id: classId }, body: { teacher } }),
  sharePlan: (id: number, isShared: boolean) =>
    call('PUT', '/api/plans/:id/shared', { params: { id }, body: { isShared } }),
  handPlanOn: (id: number, teacher: number) =>
    call('PUT', '/api/plans/:id/teacher', { params: { id }, body: { teacher } }),
  handAllOver: (from: number, teacher: number): Promise<{ classes: number; plans: number }> =>
    call('PUT', '/api/place/teachers/:id/all', { params: { id: from }, body: { teacher } }),
  learnersFolio: (id: number): Promise<FolioView> => call('GET', '/api/learners/:id/folio', { params: { id } }),
  learnersProgress: (id: number): Promise<ProgressView> =>
    call('GET', '/api/learners/:id/progress', { params: { id } }),
  eraseClass: (id: number) => call('DELETE', '/api/classes/:id', { params: { id } }),
  keepClassesFor: (months: (typeof KEEP_MONTHS)[number] | null) => call('PUT', '/api/place/keep', { body: { months } }),
  openClass: (given: NewClass) => call('POST', '/api/classes', { body: given }),
  addLearners: (classId: number, learners: readonly NewLearner[]): Promise<SlipsView> =>
    call('POST', '/api/classes/:id/learners', { params: { id: classId }, body: { learners } }),
  renewPin: (learnerId: number): Promise<SlipsView> =>
    call('POST', '/api/learners/:id/pin', { params: { id: learnerId } }),
  letGuestsIn: (classId: number, isOpen: boolean) =>
    call('PUT', '/api/classes/:id/guests', { params: { id: classId }, body: { isOpen } }),
  comeAsGuest: (code: string, name: string): Promise<Person> =>
    call('POST', '/api/session/guest', { body: { code, name } }),
  keepGuest: (learner: number, name: string): Promise<SlipsView> =>
    call('POST', '/api/learners/:id/stay', { params: { id: learner }, body: { name } }),
  alsoIn: (learner: number, classId: number) =>
    call('POST', '/api/learners/:id/also', { params: { id: learner }, body: { classId } }),
  changeClass: (classId: number, given: ChangeClass) =>
    call('PUT', '/api/classes/:id', { params: { id: classId }, body: given }),
  archiveClass: (classId: number, isArchived: boolean) =>
    call('POST', '/api/classes/:id/archive', { params: { id: classId }, body: { isArchived } }),
  setTerms: (classId: number, plan: number, terms: Terms) =>
    call('PUT', '/api/classes/:id/plans/:plan', { params: { id: classId, plan }, body: terms }),
  orderPlans: (classId: number, plans: readonly number[]) =>
    call('PUT', '/api/classes/:id/plans', { params: { id: classId }, body: { plans } }),
  renameLearner: (learner: number, name: string) =>
    call('PUT', '/api/learners/:id', { params: { id: learner }, body: { name } }),
  removeLearner: (learner: number, isRemoved: boolean) =>
    call('POST', '/api/learners/:id/remove', { params: { id: learner }, body: { isRemoved } }),
  eraseLearner: (learner: number) => call('DELETE', '/api/learners/:id', { params: { id: learner } }),
  round: (classId: number): Promise<RoundView> => call('GET', '/api/classes/:id/round', { params: { id: classId } }),
  table: (classId: number, plan: number | null): Promise<TableView> =>
    call('GET', '/api/classes/:id/table', { params: { id: classId }, query: { plan } }),
  send: (classId: number, given: SendBody) =>
    call('POST', '/api/classes/:id/send', { params: { id: classId }, body: given }),
  /** `isAgain`: it is there still; `keepalive`: the last word of a page that is being left. */
  setFront: (classId: number, drawing: number | null, isAgain = false) =>
    call('PUT', '/api/classes/:id/front', {
      params: { id: classId },
      body: { drawing, isAgain },
      keepalive: drawing === null,
    }),
  setToday: (classId: number, plan: number | null) =>
    call('PUT', '/api/classes/:id/today', { params: { id: classId }, body: { plan } }),
  moveLearner: (learner: number, classId: number) =>
    call('PUT', '/api/learners/:id/class', { params: { id: learner }, body: { classId } }),
  lowerHand: (learner: number) => call('DELETE', '/api/learners/:id/hand', { params: { id: learner } }),
  raiseHand: (drawing: number, words: string) =>
    call('PUT', '/api/drawings/:id/hand', { params: { id: drawing }, body: { words } }),
  takeHandDown: (drawing: number) => call('DELETE', '/api/drawings/:id/hand', { params: { id: drawing } }),
  keepLivePicture: (drawing: number, body: LivePictureBody) =>
    call('PUT', '/api/drawings/:id/live', { params: { id: drawing }, body }),
  entriesSince: (drawing: number, from: number): Promise<EntriesView> =>
    call('GET', '/api/drawings/:id/entries', { params: { id: drawing }, query: { from } }),
  register: (id: number): Promise<RegisterView> => call('GET', '/api/classes/:id', { params: { id } }),
  classProgress: (classId: number): Promise<ProgressView> =>
    call('GET', '/api/classes/:id/progress', { params: { id: classId } }),
  ownProgress: (): Promise<ProgressView> => call('GET', '/api/progress'),
  folio: (): Promise<FolioView> => call('GET', '/api/folio'),
  planBook: (): Promise<PlanBookView> => call('GET', '/api/plans'),
  plan: (id: number): Promise<PlanView> => call('GET', '/api/plans/:id', { params: { id } }),
  planClasses: (id: number): Promise<PlanClassesView> => call('GET', '/api/plans/:id/classes', { params: { id } }),
  addPlan: (plan: Plan) => call('POST', '/api/plans', { body: plan }),
  savePlan: (id: number, revision: number, plan: Partial<Plan>) =>
    call('PUT', '/api/plans/:id', { params: { id }, body: { revision, plan } }),
  archivePlan: (id: number, isArchived: boolean) =>
    call('POST', '/api/plans/:id/archive', { params: { id }, body: { isArchived } }),
  copyPlan: (id: number) => call('POST', '/api/plans/:id/copy', { params: { id } }),
  givePlan: (id: number, given: GivePlan) => call('POST', '/api/plans/:id/give', { params: { id }, body: given }),
  openStep: (id: number, classId: number, step: string, isOpen: boolean) =>
    call('POST', '/api/plans/:id/open-step', { params: { id }, body: { classId, step, isOpen } }),
  tryPlan: (id: number) => call('POST', '/api/plans/:id/try', { params: { id } }),
  redrawStep: (id: number, step: string) => call('POST', '/api/plans/:id/redraw', { params: { id }, body: { step } }),
  openLessonSheet: (given: NewSheet) => call('POST', '/api/plans/sheets', { body: given }),
  openedSteps: (drawing: number) => call('GET', '/api/drawings/:id/opened', { params: { id: drawing } }),
  openDrawing: (plan: number, afresh: boolean, from?: string) =>
    call('POST', '/api/drawings', { body: { plan, afresh, from } }),
  openOwnSheet: (given: NewSheet) => call('POST', '/api/sheets', { body: given }),
  /** What was begun without a network; asked for again, it is the same one. */
  begin: (key: string, of: BegunOf): Promise<Stored & { id: number }> =>
    'plan' in of
      ? call('POST', '/api/drawings', { body: { ...of, afresh: true, key } })
      : call('POST', '/api/sheets', { body: { ...of, key } }),
  /** As the class has it; `version` names that, so that this device keeps it once. */
  givenPlan: (id: number, version: number | null): Promise<GivenPlanView> =>
    call('GET', '/api/plans/:id/given', { params: { id }, query: { version } }),
  drawing: (id: number): Promise<DrawingView> => call('GET', '/api/drawings/:id', { params: { id } }),
  claim: (id: number, claim: Claim): Promise<Stored> =>
    call('POST', '/api/drawings/:id/claim', { params: { id }, body: claim }),
  sendBatch: (id: number, batch: Batch): Promise<Stored> =>
    call('POST', '/api/drawings/:id/batches', { params: { id }, body: batch }),
  paintPart: (hash: string, part: PaintPart): Promise<PaintStored> => callApi('POST', `/api/paint/${hash}`, part),
  copy: (id: number, position: number, key: string): Promise<Stored & { id: number }> =>
    call('POST', '/api/drawings/:id/copy', { params: { id }, body: { position, key } }),
  renameDrawing: (id: number, title: string) => call('PUT', '/api/drawings/:id', { params: { id }, body: { title } }),
  duplicateDrawing: (id: number, given: { key: string; title: string; from?: number }) =>
    call('POST', '/api/drawings/:id/duplicate', { params: { id }, body: given }),
  removeDrawing: (id: number, isRemoved: boolean) =>
    call('POST', '/api/drawings/:id/remove', { params: { id }, body: { isRemoved } }),
  handIn: (id: number, given: { position: number; hash: string; note: string }) =>
    call('POST', '/api/drawings/:id/hand-ins', { params: { id }, body: given }),
  handInPaper: (given: PaperHandIn) => call('POST', '/api/paper-hand-ins', { body: given }),
  handInView: (id: number): Promise<HandInView> => call('GET', '/api/hand-ins/:id', { params: { id } }),
  answer: (id: number, body: AnswerBody) => call('PUT', '/api/hand-ins/:id/answer', { params: { id }, body }),
  critKit: (): Promise<CritKit> => call('GET', '/api/crit-kit'),
  keepCritKit: (kit: CritKit): Promise<CritKit> => call('PUT', '/api/crit-kit', { body: kit }),
  warmUps: (): Promise<WarmUpsView> => call('GET', '/api/warm-ups'),
  classWarmUps: (classId: number): Promise<ClassWarmUpsView> =>
    call('GET', '/api/classes/:id/warm-ups', { params: { id: classId } }),
  makeWarmUpSet: (classId: number, body: WarmUpSetBody): Promise<WarmUpSetView> =>
    call('POST', '/api/classes/:id/warm-ups', { params: { id: classId }, body }),
  changeWarmUpSet: (id: number, body: WarmUpSetBody): Promise<WarmUpSetView> =>
    call('PUT', '/api/warm-up-sets/:id', { params: { id }, body }),
  removeWarmUpSet: (id: number) => call('DELETE', '/api/warm-up-sets/:id', { params: { id } }),
  keepTry: (body: KeptTryBody) => call('POST', '/api/warm-ups', { body }),
  signature: (): Promise<SignatureView> => call('GET', '/api/signature'),
  keepSignature: (outlines: number[][]) => call('PUT', '/api/signature', { body: { outlines } }),
  panel: (
    drawing: number,
    known: readonly (readonly [place: number, pictured: number])[],
  ): Promise<{ panel: PanelView | null }> =>
    call('GET', '/api/drawings/:id/panel', {
      params: { id: drawing },
      query: { known: known.map(each => each.join(':')).join(',') },
    }),
  makeMural: (classId: number, given: NewMural) =>
    call('POST', '/api/classes/:id/murals', { params: { id: classId }, body: given }),
  mural: (id: number): Promise<MuralView> => call('GET', '/api/murals/:id', { params: { id } }),
  archiveMural: (id: number, isArchived: boolean) =>
    call('POST', '/api/murals/:id/archive', { params: { id }, body: { isArchived } }),
  takePanel: (id: number, place: number, isTaken: boolean) =>
    call('POST', '/api/murals/:id/panels/:place/take', { params: { id, place }, body: { isTaken } }),
  givePanel: (id: number, place: number, learner: number | null) =>
    call('PUT', '/api/murals/:id/panels/:place', { params: { id, place }, body: { learner } }),
  sharePanels: (id: number) => call('POST', '/api/murals/:id/share', { params: { id } }),
  openPanel: (id: number, place: number) =>
    call('POST', '/api/murals/:id/panels/:place/open', { params: { id, place } }),
  assembleMural: (id: number) => call('POST', '/api/murals/:id/assemble', { params: { id } }),
  stopAssembly: (id: number) => call('DELETE', '/api/murals/:id/assemble', { params: { id } }),
  wall: (classId: number): Promise<WallView> => call('GET', '/api/classes/:id/wall', { params: { id: classId } }),
  orderWorks: (classId: number, works: readonly number[]) =>
    call('PUT', '/api/classes/:id/wall', { params: { id: classId }, body: { works } }),
  askForWorks: (handIns: readonly number[]) => call('POST', '/api/wall', { body: { handIns } }),
  offerWork: (handIn: number, given: { title: string; isNamed: boolean }) =>
    call('POST', '/api/hand-ins/:id/wall', { params: { id: handIn }, body: given }),
  changeWork: (work: number, given: ChangeWork) => call('PUT', '/api/wall/:id', { params: { id: work }, body: given }),
  sayWords: (work: number, words: string) =>
    call('POST', '/api/wall/:id/words', { params: { id: work }, body: { words } }),
  judgeWords: (id: number, isLetThrough: boolean) =>
    call('PUT', '/api/wall/words/:id', { params: { id }, body: { isLetThrough } }),
  takeWordsBack: (id: number) => call('DELETE', '/api/wall/words/:id', { params: { id } }),
  workPicture: (work: number) => `/api/wall/${work}/picture`,
  workCardPicture: (work: number) => `/api/wall/${work}/picture?size=card`,
  muralPicture: (id: number) => `/api/murals/${id}/picture`,
  panelPicture: (id: number, place: number, pictured: number) =>
    `/api/murals/${id}/panels/${place}/picture?at=${pictured}`,
  muralWhole: (id: number) => `/api/murals/${id}/whole`,
  muralPoster: (id: number, paper: string, width: number) => `/api/murals/${id}/poster?paper=${paper}&width=${width}`,
  handInPicture: (id: number) => `/api/hand-ins/${id}/picture`,
  handInCardPicture: (id: number) => `/api/hand-ins/${id}/picture?size=card`,
  deskStream: '/api/desk/live',
  roundStream: (classId: number) => `/api/classes/${classId}/round/live`,
  newsStream: (after: number | null) => `/api/news${after === null ? '' : `?after=${after}`}`,
  planPicture: (id: number) => `/api/plans/${id}/picture`,
  planCardPicture: (id: number) => `/api/plans/${id}/picture?size=card`,
}
