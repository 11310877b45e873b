<p class="opening"><a href="/">Go to Today</a></p>

<style>
  .opening {
    padding: 24px;
  }
</style>
