<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { addressOf } from '../../../contract/addresses.js'
import type { StockItem } from '../../../contract/own-data.js'
import { partPicture } from '../../../core/drawing/part-pictures.js'
import { PART_LABEL, type Part } from '../../../core/parts/parts.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { useSession } from '../../stores/session.js'

/** One part: its picture with its sizes, what belongs to it, where it lies. */
const props = defineProps<{ part: Part; stock: readonly StockItem[] }>()
defineEmits<{ open: [name: string] }>()
const session = useSession()
const size = (mm: number) => session.withUnit(mm, 'length', Number.isInteger(mm) ? 0 : 2)
const drawing = computed(() => partPicture(props.part, size))
const SHOWN = 12
</script>

<template>
  <section class="sheet film" :aria-label="part.name" tabindex="0">
    <h2>{{ part.name }}</h2>
    <p class="soft">{{ PART_LABEL[part.kind] }}, {{ part.source }}</p>
    <DrawingView :drawing="drawing" class="picture" />
    <ul class="plain-list">
      <li v-for="fact in part.facts" :key="session.say(fact)">{{ session.say(fact) }}</li>
    </ul>
    <template v-if="part.with.length">
      <h3>Belongs to it</h3>
      <p class="with">
        <button v-for="name in part.with.slice(0, SHOWN)" :key="name" type="button" class="link-button" @click="$emit('open', name)">
          {{ name }}
        </button>
        <span v-if="part.with.length > SHOWN" class="soft">and {{ part.with.length - SHOWN }} more</span>
      </p>
    </template>
    <h3>On the shelf</h3>
    <ul v-if="stock.length" class="plain-list">
      <li v-for="item in stock" :key="item.shelf">
        <b class="number">{{ item.quantity }}</b> on {{ item.shelf }} <span class="soft">{{ item.note }}</span>
      </li>
    </ul>
    <p v-else class="soft">
      None recorded.
      <RouterLink v-if="session.may('storekeeper')" :to="{ name: 'own-data', query: { list: 'stock' } }">Enter it in the stock</RouterLink>
    </p>
    <p class="act"><a :href="addressOf('partLabel', { name: part.name })" target="_blank" rel="noopener">Label with QR</a></p>
  </section>
</template>

<style scoped>
.sheet {
  overflow: auto;
  padding: 0 24px 18px;
}
.picture {
  max-width: 34rem;
}
h3 {
  padding: 10px 0 4px;
}
.with {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
.act {
  padding-top: 12px;
}
</style>
