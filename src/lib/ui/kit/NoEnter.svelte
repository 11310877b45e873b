<!--
  Put first into a form with several buttons: Enter in one of its fields presses the first of them, and this one cannot be
  pressed (HTML Standard, implicit submission). Nothing is then chosen by Enter alone.
-->
<button type="submit" disabled hidden aria-hidden="true" tabindex="-1">Enter does nothing here</button>
