/* Yes Maybe: shows a quiz in the page that loads this: in its text, behind a button, or over the page. Sets no cookies, and reads nothing of the page but its host name, its address and what data-known-… says. */
(function () {
  var home = new URL(document.currentScript.src).origin;
  function frameOf(place, kept, fit) {
    var address = place.getAttribute('data-yes-maybe');
    var frame = document.createElement('iframe');
    var query = new URLSearchParams(location.search);
    query.set('in', location.host);
    for (var i = 0; i < place.attributes.length; i++) {
      var known = /^data-known-(.+)$/.exec(place.attributes[i].name);
      if (known) query.set(known[1], place.attributes[i].value);
    }
    frame.src = home + '/q/' + encodeURIComponent(address) + '?' + query;
    frame.title = place.getAttribute('data-title') || 'Quiz';
    var first = true;
    frame.style.cssText = 'display:block;width:100%;border:0;height:' + (kept || 560) + 'px';
    if (fit) frame.setAttribute('scrolling', 'no');
    addEventListener('message', function (event) {
      var told = event.data;
      if (event.source !== frame.contentWindow || event.origin !== home || !told || told.yesMaybe !== 1) return;
      // Escape, pressed inside: a dialog around the frame closes, and the focus goes back to where it was.
      if (told.escape && frame.parentNode && frame.parentNode.close) frame.parentNode.close();
      if (told.event) {
        var detail = Object.assign({ quiz: address }, told.event);
        place.dispatchEvent(new CustomEvent('yes-maybe', { bubbles: true, detail: detail }));
      }
      if (told.top) first = false;
      if (told.height > 0) frame.style.height = Math.ceil(first ? Math.max(told.height, kept) : told.height) + 'px';
      // A new page begins at its top: if that is out of sight, it is brought back, and nothing else moves.
      if (told.top && frame.getBoundingClientRect().top < 0) frame.scrollIntoView({ block: 'start' });
    });
    return frame;
  }
  // The browser's own dialog keeps the focus inside, and Escape closes it.
  function over(place) {
    var box = document.createElement('dialog');
    box.setAttribute('aria-label', place.getAttribute('data-title') || 'Quiz');
    box.style.cssText = 'width:min(690px,94vw);max-height:92vh;padding:0;border:0;background:#fff;overflow:auto';
    var close = document.createElement('button');
    close.type = 'button';
    close.textContent = '×';
    close.setAttribute('aria-label', place.getAttribute('data-close') || 'Close');
    close.style.cssText =
      'position:sticky;top:0;float:right;width:44px;height:44px;border:0;background:#fff;color:#1d2430;font-size:24px;cursor:pointer;z-index:1';
    close.onclick = function () {
      box.close();
    };
    box.append(close, frameOf(place, 0, false));
    document.body.appendChild(box);
    return function () {
      if (!box.open) box.showModal();
    };
  }
  function once(place, act) {
    var key = 'yes-maybe seen ' + place.getAttribute('data-yes-maybe');
    return function () {
      try {
        if (sessionStorage.getItem(key)) return;
        sessionStorage.setItem(key, '1');
      } catch {
        if (place.getAttribute(key.replace(/ /g, '-'))) return;
        place.setAttribute(key.replace(/ /g, '-'), '1');
      }
      act();
    };
  }
  function show(place) {
    if (place.getAttribute('data-shown')) return;
    place.setAttribute('data-shown', '1');
    var as = place.getAttribute('data-as');
    if (as === 'button' || as === 'pop-up') {
      var opened;
      var open = function () {
        opened = opened || over(place);
        opened();
      };
      if (as === 'button') {
        var button = document.createElement('button');
        button.type = 'button';
        button.textContent = place.getAttribute('data-button') || place.getAttribute('data-title') || 'Quiz';
        button.onclick = open;
        place.replaceChildren(button);
      } else if (place.getAttribute('data-when') === 'leave') {
        document.documentElement.addEventListener('mouseleave', once(place, open));
      } else setTimeout(once(place, open), (parseFloat(place.getAttribute('data-when')) || 0) * 1000);
      return;
    }
    // The place keeps the height of the first page free, by its own style, so that the text below stays where it is.
    var frame = frameOf(place, place.getBoundingClientRect().height, true);
    place.style.cssText = '';
    place.replaceChildren(frame);
  }
  function all() {
    document.querySelectorAll('[data-yes-maybe]').forEach(show);
  }
  if (document.readyState === 'loading') addEventListener('DOMContentLoaded', all);
  else all();
})();
