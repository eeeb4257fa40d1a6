export default defineNuxtPlugin(() => watchArrivals(useRouter()))
