<script setup lang="ts">
import { mdiFormatBold, mdiFormatItalic, mdiFormatListBulleted, mdiFormatListNumbered, mdiImageOutline } from '@mdi/js'
import { Node } from '@tiptap/core'
import { EditorContent, useEditor } from '@tiptap/vue-3'
import StarterKit from '@tiptap/starter-kit'
import { richSchema, type Rich } from '#core/plan'

/** Words with emphasis, lists and pictures. What comes out is a tree that the plan's own schema has checked. */
const { label, pictures } = defineProps<{ label: string; pictures: ReadonlyMap<string, string> }>()
const words = defineModel<Rich>({ required: true })
const emit = defineEmits<{ picture: [file: File, put: (id: string) => void] }>()

/** A picture of the plan, by its name. */
const Picture = Node.create({
  name: 'picture',
  group: 'block',
  atom: true,
  draggable: true,
  addAttributes: () => ({ picture: { default: '' }, words: { default: '' } }),
  parseHTML: () => [
    { tag: 'figure[data-picture]', getAttrs: element => ({ picture: element.dataset.picture ?? '', words: '' }) },
  ],
  renderHTML: ({ node }) => [
    'figure',
    { 'data-picture': String(node.attrs.picture) },
    ['img', { src: pictures.get(String(node.attrs.picture)) ?? '', alt: String(node.attrs.words) }],
  ],
})

const editor = useEditor({
  content: words.value,
  extensions: [
    StarterKit.configure({
      heading: false,
      blockquote: false,
      code: false,
      codeBlock: false,
      horizontalRule: false,
      link: false,
      strike: false,
      underline: false,
      trailingNode: false,
    }),
    Picture,
  ],
  editorProps: { attributes: { 'aria-label': label, role: 'textbox', 'aria-multiline': 'true' } },
  onUpdate({ editor: now }) {
    const parsed = richSchema.safeParse(now.getJSON())
    // What the plan can't hold (too long, pasted from elsewhere) is not taken; the last words stay.
    if (parsed.success) words.value = parsed.data
  },
})
watch(words, next => {
  if (editor.value && JSON.stringify(editor.value.getJSON()) !== JSON.stringify(next))
    editor.value.commands.setContent(next, { emitUpdate: false })
})

const file = ref<HTMLInputElement>()
function choose(event: Event): void {
  const input = event.target as HTMLInputElement
  const [chosen] = input.files ?? []
  input.value = ''
  if (chosen)
    emit('picture', chosen, id =>
      editor.value
        ?.chain()
        .focus()
        .insertContent({ type: 'picture', attrs: { picture: id, words: chosen.name.slice(0, 200) } })
        .run(),
    )
}
const BUTTONS = [
  { icon: mdiFormatBold, words: 'Bold', name: 'bold', run: () => editor.value?.chain().focus().toggleBold().run() },
  {
    icon: mdiFormatItalic,
    words: 'Italic',
    name: 'italic',
    run: () => editor.value?.chain().focus().toggleItalic().run(),
  },
  {
    icon: mdiFormatListBulleted,
    words: 'List',
    name: 'bulletList',
    run: () => editor.value?.chain().focus().toggleBulletList().run(),
  },
  {
    icon: mdiFormatListNumbered,
    words: 'Numbered list',
    name: 'orderedList',
    run: () => editor.value?.chain().focus().toggleOrderedList().run(),
  },
]
</script>

<template>
  <div class="rich">
    <div class="bar" role="toolbar" :aria-label="`How the ${label.toLowerCase()} look`">
      <v-btn
        v-for="button in BUTTONS"
        :key="button.name"
        :icon="button.icon"
        size="x-small"
        variant="text"
        :aria-label="button.words"
        :title="button.words"
        :aria-pressed="editor?.isActive(button.name) ?? false"
        :color="editor?.isActive(button.name) ? 'primary' : undefined"
        @click="button.run"
      />
      <v-btn
        :icon="mdiImageOutline"
        size="x-small"
        variant="text"
        aria-label="A picture"
        title="A picture"
        @click="file?.click()"
      />
      <input ref="file" type="file" accept="image/*" hidden @change="choose" />
    </div>
    <EditorContent :editor="editor" class="field" />
  </div>
</template>

<style scoped>
.rich {
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--paper);
}
.rich:focus-within {
  border-color: var(--blue);
}
.bar {
  display: flex;
  gap: 2px;
  padding: 3px 4px;
  border-bottom: 1px dashed var(--line);
}
.field {
  padding: 8px 12px;
}
.field :deep(.ProseMirror) {
  outline: none;
  min-height: 84px;
}
.field :deep(p) {
  margin: 0 0 0.5em;
}
.field :deep(ul),
.field :deep(ol) {
  padding-left: 1.4em;
  margin: 0 0 0.5em;
}
.field :deep(figure) {
  margin: 0 0 0.5em;
}
.field :deep(img) {
  max-width: 100%;
  max-height: 180px;
  border: 1px solid var(--line);
  border-radius: 4px;
  display: block;
}
.field :deep(.ProseMirror-selectednode img) {
  outline: 2px solid var(--blue);
}
</style>
