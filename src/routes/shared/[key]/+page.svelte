<!-- Seen only where the link leads nowhere, as what is said of that; else it leads on at once. -->
<p class="p-8">The inquiry is being opened.</p>
