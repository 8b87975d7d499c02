<template>
  <section class="nothing">
    <h1>Nothing on this shelf</h1>
    <p>There is no page at this address. <router-link to="/">Back to the stove</router-link>.</p>
  </section>
</template>
