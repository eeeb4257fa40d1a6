<script setup lang="ts">
import { api } from '../api/routes'
import { monthsInWords } from '../sheet/month-words'

/** What is kept of whom, why and how long, in plain words: for everyone, also before they come in. */
const { data: door, trouble, load } = usePageData(() => api.door())
const kept = computed(() => door.value?.keepMonths ?? null)
</script>

<template>
  <div class="page words">
    <LoadingOrTrouble v-if="!door" :trouble="trouble" @again="load" />
    <template v-else>
      <PageHeading title="What is kept" />
      <p class="lead">
        Little Easel runs on a computer of {{ door.place?.name ?? 'this place' }}. What is kept stays there. Nothing is
        sent to anybody else, nothing is counted for anybody else, and there are no advertisements.
      </p>

      <h2>Of learners</h2>
      <table>
        <thead>
          <tr>
            <th>What</th>
            <th>Why</th>
            <th>How long</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>A name, the class, and a PIN of which only a seal is kept: nobody can read it</td>
            <td>So that you come in, and nobody else as you</td>
            <td rowspan="4">
              As long as the class is kept. A class is put away when it ends,
              {{
                kept === null
                  ? 'and then kept until its teacher erases it.'
                  : `and erased ${monthsInWords(kept)} later.`
              }}
              A teacher can erase one learner, with all they made, at any time.
            </td>
          </tr>
          <tr>
            <td>Your drawings, stroke by stroke, with when each stroke was made</td>
            <td>So that you can undo, go on another day, and see how it was made</td>
          </tr>
          <tr>
            <td>What you hand in, what was found in it, and your teacher’s answers</td>
            <td>So that you and your teacher see what to try next</td>
          </tr>
          <tr>
            <td>Warm-ups with their points, and on which days you drew how long</td>
            <td>So that you see your own line going up</td>
          </tr>
          <tr>
            <td>Drawings that you put away</td>
            <td>So that you can take them back</td>
            <td>30 days</td>
          </tr>
          <tr>
            <td>What hangs on the Wall, and kind words there</td>
            <td>Because you said yes to it. Your class sees it, with your name only if you want</td>
            <td>Until you or your teacher takes it down</td>
          </tr>
          <tr>
            <td>When you came in, and from which address of the network</td>
            <td>So that your teacher notices if somebody comes in as you</td>
            <td>400 days</td>
          </tr>
        </tbody>
      </table>

      <h2>Of teachers</h2>
      <p>
        A name, an e-mail address, a password of which only a seal is kept, plans and answers: as long as they teach
        here. Where they are signed in: until that ends, at the latest after 30 days. What they did to accounts and
        classes: 400 days.
      </p>

      <h2>On your own device</h2>
      <p>
        What you draw is kept there as well, so that nothing is lost without a network. When you sign out it is taken
        off the device, but for what has not been sent yet. There is one cookie: it says that you are signed in.
      </p>

      <h2>In backups</h2>
      <p>
        A copy of everything is made each day and kept for a week. What is erased is in the copies of that week still,
        and then nowhere.
      </p>

      <h2>Who sees what</h2>
      <p>
        You see what is yours. The teachers of your class see what you draw and hand in. Others of your class see what
        hangs on the Wall and your panel of a mural. Whoever keeps the place sees how much room is used, not what is
        drawn.
      </p>

      <h2>What you can ask for</h2>
      <p>
        All that is yours, to take along: in your folio, “Take it all along”, or ask your teacher. To have it erased:
        ask your teacher. Nothing that a program finds decides about you: a teacher looks at every drawing.
      </p>
    </template>
  </div>
</template>

<style scoped>
.words {
  max-width: 880px;
}
.lead {
  font-size: 1.1rem;
}
h2 {
  margin: 26px 0 8px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 560;
}
th,
td {
  padding: 8px 14px 8px 0;
  border-top: 1px solid var(--line);
  vertical-align: top;
}
</style>
