<script setup lang="ts">
import type { LinkView, PlaceView, TeacherRow } from '#shared/place'
import { api } from '../../api/routes'
import { bytesInWords } from '../../sheet/bytes-words'
import { useSession } from '../../stores/session'
import { writeDatesBy } from '../../composables/common/useTimes'

/** The place, for whoever keeps it: what it is called, and who teaches here. */
definePageMeta({ who: 'teacher' })
const session = useSession()
const { data: view, trouble, load } = usePageData(() => api.place())
const { busy, trying } = useTrying<string>()
const { say } = useNotices()

const place = ref<PlaceView['place'] | null>(null)
watch(view, found => {
  if (found) place.value = { ...found.place }
})
const keep = () =>
  trying('place', async () => {
    writeDatesBy(await api.changePlace({ ...place.value!, name: place.value!.name.trim() }))
    await load()
    say('It is kept.')
  })

const link = shallowRef<(LinkView & { name: string; isReset: boolean }) | null>(null)
const invited = ref({ name: '', email: '' })
const invite = () =>
  trying('invite', async () => {
    const { name, email } = invited.value
    link.value = { ...(await api.invite({ name: name.trim(), email: email.trim() })), name, isReset: false }
    invited.value = { name: '', email: '' }
    await load()
  })
const renew = ({ id, name }: TeacherRow) =>
  trying(`renew ${id}`, async () => {
    link.value = { ...(await api.linkForPassword(id)), name, isReset: true }
    await load()
  })
const withdraw = (id: number) =>
  trying(`withdraw ${id}`, async () => {
    await api.withdraw(id)
    await load()
  })
const lock = ({ id, name, isLocked }: TeacherRow) =>
  trying(`lock ${id}`, async () => {
    await api.lockTeacher(id, !isLocked)
    await load()
    say(isLocked ? `${name} may come in again.` : `${name} is locked out. Classes and plans stay as they are.`)
  })

const leaving = shallowRef<TeacherRow | null>(null)
async function handAllOver(from: TeacherRow, to: { id: number; name: string }): Promise<void> {
  const { classes, plans } = await api.handAllOver(from.id, to.id)
  leaving.value = null
  await load()
  say(
    `${to.name} has ${classes === 1 ? 'one class' : `${classes} classes`} and ${plans === 1 ? 'one plan' : `${plans} plans`} more.`,
  )
}

const heir = shallowRef<TeacherRow | null>(null)
const handOn = () =>
  trying('hand-on', async () => {
    const { id, name } = heir.value!
    await api.handOn(id)
    heir.value = null
    say(`${name} keeps the place from now on.`)
    session.enter({ kind: 'teacher', id: session.person!.id, name: session.person!.name })
    await navigateTo('/desk')
  })
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!view || !place" :trouble="trouble" @again="load" />
    <template v-else>
      <PageHeading :title="view.place.name" />
      <div class="columns">
        <div>
          <section class="card">
            <h2>Who teaches here</h2>
            <ul class="people">
              <li v-for="each in view.teachers" :key="each.id" data-test="teacher">
                <div class="who">
                  <strong>{{ each.name }}</strong>
                  <span v-if="each.isKeeper" class="tag small">keeps the place</span>
                  <span v-if="each.isDemo" class="tag small">demo</span>
                  <span v-if="each.isLocked" class="tag small attention">locked out</span>
                  <br />
                  <span class="small soft"
                    >{{ each.email }} · {{ each.classes }} {{ each.classes === 1 ? 'class' : 'classes' }} ·
                    {{ bytesInWords(each.bytes) }}
                    <template v-if="each.seenAt">· last here {{ timeInWords(each.seenAt) }}</template></span
                  >
                </div>
                <div v-if="!each.isKeeper" class="acts">
                  <v-btn
                    v-if="!each.isDemo"
                    size="small"
                    variant="outlined"
                    :loading="busy === `renew ${each.id}`"
                    :aria-label="`Link for a new password of ${each.name}`"
                    @click="renew(each)"
                    >New password</v-btn
                  >
                  <v-btn
                    size="small"
                    variant="outlined"
                    :loading="busy === `lock ${each.id}`"
                    :aria-label="each.isLocked ? `Let ${each.name} in` : `Lock ${each.name} out`"
                    @click="lock(each)"
                    >{{ each.isLocked ? 'Let in' : 'Lock out' }}</v-btn
                  >
                  <v-btn
                    v-if="!each.isLocked && !each.isDemo"
                    size="small"
                    variant="text"
                    :aria-label="`Hand the place on to ${each.name}`"
                    @click="heir = each"
                    >Hand on</v-btn
                  >
                  <v-btn
                    v-if="!each.isDemo"
                    size="small"
                    variant="text"
                    :aria-label="`Give what ${each.name} has to another teacher`"
                    @click="leaving = each"
                    >Pass all on</v-btn
                  >
                </div>
              </li>
            </ul>
            <template v-if="view.invitations.length">
              <h3>Links that were not used yet</h3>
              <ul class="people">
                <li v-for="each in view.invitations" :key="each.id" data-test="invitation">
                  <div class="who">
                    {{ each.name }} <span v-if="each.isReset" class="tag small">new password</span><br />
                    <span class="small soft">{{ each.email }} · good until {{ dayInWords(each.until) }}</span>
                  </div>
                  <v-btn
                    size="small"
                    variant="outlined"
                    :loading="busy === `withdraw ${each.id}`"
                    :aria-label="`Withdraw the link for ${each.name}`"
                    @click="withdraw(each.id)"
                    >Withdraw</v-btn
                  >
                </li>
              </ul>
            </template>
          </section>
          <form class="card" novalidate @submit.prevent="keep">
            <h2>The place</h2>
            <PlaceFields v-model="place" />
            <v-btn type="submit" variant="outlined" class="keep" :loading="busy === 'place'">Keep it so</v-btn>
          </form>
        </div>
        <div>
          <form class="card" novalidate @submit.prevent="invite">
            <h2>Invite a teacher</h2>
            <p class="small soft">You get a link to hand over: it is good once, for seven days.</p>
            <v-text-field v-model="invited.name" label="Name" maxlength="80" autocomplete="off" />
            <v-text-field v-model="invited.email" label="E-mail" type="email" maxlength="200" autocomplete="off" />
            <v-btn
              type="submit"
              color="primary"
              :disabled="invited.name.trim() === '' || !invited.email.includes('@')"
              :loading="busy === 'invite'"
              >Make the link</v-btn
            >
          </form>
        </div>
      </div>
      <OutboxCard
        v-if="view.mails.length"
        :mails="view.mails"
        :is-mailing="view.isMailing"
        class="kept"
        @changed="load"
      />
      <KeepFor :months="view.keepMonths" class="kept" @changed="load" />
      <KeepingCard :keeping="view.keeping" class="keeping" />
      <HandOverLink v-if="link" :link="link" @close="link = null" />
      <ChooseTeacher
        v-if="leaving"
        :title="`All that ${leaving.name} has`"
        act="Give it all"
        :except="leaving.id"
        is-own-too
        :run="teacher => handAllOver(leaving!, teacher)"
        @close="leaving = null"
        >For somebody who leaves: every class and every plan of theirs becomes another teacher’s. Learners notice
        nothing.</ChooseTeacher
      >
      <CardDialog
        :model-value="heir !== null"
        :title="`Hand the place on to ${heir?.name}`"
        @update:model-value="heir = null"
      >
        <p>They keep it from then on: they invite, lock out and hand on. You stay a teacher here, with your classes.</p>
        <template #actions>
          <v-btn color="primary" :loading="busy === 'hand-on'" @click="handOn">Hand it on</v-btn>
        </template>
        <template #leave>Leave it</template>
      </CardDialog>
    </template>
  </div>
</template>

<style scoped>
.card h2 {
  margin: 0 0 12px;
}
.card p.small {
  margin-bottom: 16px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.columns .card + .card {
  margin-top: 18px;
}
.people {
  list-style: none;
  padding: 0;
  margin: 0 0 14px;
}
.people li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  justify-content: space-between;
  padding: 12px 0;
  border-top: 1px solid var(--line);
}
.people li:first-child {
  border-top: 0;
}
.who {
  overflow-wrap: anywhere;
  flex: 1 1 220px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.tag {
  margin-left: 8px;
  padding: 1px 8px;
  border-radius: 999px;
  background: var(--paper-shade);
  white-space: nowrap;
}
.attention {
  box-shadow: inset 0 0 0 1px var(--ochre);
}
.kept {
  margin-top: 18px;
}
.keeping {
  margin-top: 18px;
}
.keep {
  margin-top: 14px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
