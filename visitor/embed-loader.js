/* Yes Maybe: shows a quiz in the page that loads this. Marks no cookies, reads nothing of the page but its host name. */
(function () {
  var me = document.currentScript;
  var home = new URL(me.src).origin;
  function show(place) {
    if (place.getAttribute('data-shown')) return;
    place.setAttribute('data-shown', '1');
    var frame = document.createElement('iframe');
    var query = new URLSearchParams(location.search);
    query.set('in', location.host);
    frame.src = home + '/q/' + encodeURIComponent(place.getAttribute('data-yes-maybe')) + '?' + query;
    frame.title = place.getAttribute('data-title') || 'Quiz';
    // The place keeps the height of the first page free, by its own style, so that the text below stays where it is.
    var kept = place.getBoundingClientRect().height;
    var first = true;
    frame.style.cssText = 'display:block;width:100%;border:0;height:' + (kept || 560) + 'px';
    frame.setAttribute('scrolling', 'no');
    addEventListener('message', function (event) {
      var told = event.data;
      if (event.source !== frame.contentWindow || event.origin !== home || !told || told.yesMaybe !== 1) return;
      if (told.top) first = false;
      if (told.height > 0) frame.style.height = Math.ceil(first ? Math.max(told.height, kept) : told.height) + 'px';
      // A new page begins at its top: if that is out of sight, it is brought back, and nothing else moves.
      if (told.top && frame.getBoundingClientRect().top < 0) frame.scrollIntoView({ block: 'start' });
    });
    place.textContent = '';
    place.style.cssText = '';
    place.appendChild(frame);
  }
  function all() {
    document.querySelectorAll('[data-yes-maybe]').forEach(show);
  }
  if (document.readyState === 'loading') addEventListener('DOMContentLoaded', all);
  else all();
})();
