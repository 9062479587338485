/*
 * Yes Maybe: shows quizzes in the page that loads this: in its text, behind a button or a tab, or over the page. Sets no cookies. Of the page it
 * reads its host name, what data-known-… says, and those values of its address that the quiz declares and asks for.
 */
(function (home) {
  'use strict';
  // A page that loads this twice, or as a module and as a script, has it once; it looks again for places.
  var mark = Symbol.for('yes-maybe ' + home);
  if (window[mark]) return window[mark]();
  window[mark] = look;

  var TAG = 'yes-maybe';
  /** What stands in a place, and how it goes again. */
  var shown = new Map();
  /** What is known of each frame. */
  var frames = new Map();

  function said(place, name) {
    return place.getAttribute('data-' + name) || '';
  }
  function addressOf(place) {
    return place.getAttribute('quiz') || said(place, 'yes-maybe');
  }
  function titleOf(place) {
    return said(place, 'title') || 'Quiz';
  }

  function frameOf(place, kept, dialog) {
    var frame = document.createElement('iframe');
    var trial = said(place, 'try');
    var own = said(place, 'language');
    var around = document.documentElement.lang;
    frame.src =
      home +
      '/q/' +
      encodeURIComponent(addressOf(place)) +
      '?in=' +
      encodeURIComponent(location.host) +
      (trial ? '&try=' + encodeURIComponent(trial) : '') +
      (own ? '&language=' + encodeURIComponent(own) : around ? '&around=' + encodeURIComponent(around) : '');
    frame.title = titleOf(place);
    // A frame of another colour scheme than its page would be painted over with white.
    frame.style.cssText = 'display:block;width:100%;border:0;color-scheme:light;height:' + (kept || 560) + 'px';
    if (!dialog) frame.setAttribute('scrolling', 'no');
    frames.set(frame, { place: place, address: addressOf(place), kept: kept, dialog: dialog, isFirst: true });
    return frame;
  }

  /** Of what the quiz asks for: what the place says itself, else what stands in the address of the page. */
  function valuesFor(place, names) {
    var query = new URLSearchParams(location.search);
    var values = {};
    names.slice(0, 60).forEach(function (name) {
      if (typeof name !== 'string') return;
      var own = place.getAttribute('data-known-' + name);
      var value = own === null ? query.get(name) : own;
      if (value !== null) values[name] = value.slice(0, 300);
    });
    return values;
  }

  /** The type of the place, and whether the page is dark there: its words are light. */
  function wornBy(place) {
    var style = getComputedStyle(place);
    var colour = (style.color.match(/[\d.]+/g) || []).map(Number);
    return { type: style.fontFamily, dark: (colour[0] * 299 + colour[1] * 587 + colour[2] * 114) / 1000 > 140 };
  }
  matchMedia('(prefers-color-scheme: dark)').addEventListener('change', function () {
    frames.forEach(function (about) {
      if (about.tell) about.tell();
    });
  });

  addEventListener('message', function (event) {
    var told = event.data;
    if (!told || told.yesMaybe !== 1) return;
    // A page in a sandbox has no origin, and lends none to the frames in it.
    if (event.origin !== home && !(event.origin === 'null' && self.origin === 'null')) return;
    frames.forEach(function (about, frame) {
      if (frame.contentWindow === event.source) hear(frame, about, told, event);
    });
  });

  function hear(frame, about, told, event) {
    var place = about.place;
    if (Array.isArray(told.asks))
      event.source.postMessage(
        { yesMaybe: 1, values: valuesFor(place, told.asks) },
        event.origin === 'null' ? '*' : home,
      );
    if (told.wears) {
      about.tell = function () {
        event.source.postMessage({ yesMaybe: 1, wears: wornBy(place) }, event.origin === 'null' ? '*' : home);
      };
      about.tell();
    }
    // Escape, pressed inside: the dialog around the frame closes, and the focus goes back to where it was.
    if (told.escape && about.dialog) about.dialog.close();
    if (told.event) {
      var detail = Object.assign({ quiz: about.address }, told.event);
      place.dispatchEvent(new CustomEvent('yes-maybe', { bubbles: true, composed: true, detail: detail }));
    }
    if (told.top) about.isFirst = false;
    if (told.height > 0)
      frame.style.height = Math.ceil(about.isFirst ? Math.max(told.height, about.kept) : told.height) + 'px';
    // A new page begins at its top: if that is out of sight, it is brought back, and nothing else moves.
    if (told.top && frame.getBoundingClientRect().top < 0) frame.scrollIntoView({ block: 'start' });
  }

  /** The browser's own dialog: the page behind it is inert, the focus stays inside and goes back, and Escape closes it. */
  function dialogOf(place) {
    var box = document.createElement('dialog');
    box.setAttribute('aria-label', titleOf(place));
    box.style.cssText = 'width:min(690px,94vw);max-height:92vh;padding:0;border:0;background:#fff;overflow:auto';
    var close = document.createElement('button');
    close.type = 'button';
    close.textContent = '×';
    close.setAttribute('aria-label', said(place, 'close') || 'Close');
    close.style.cssText =
      'position:sticky;top:0;float:right;width:44px;height:44px;border:0;background:#fff;color:#1d2430;font-size:24px;cursor:pointer;z-index:1';
    close.onclick = function () {
      box.close();
    };
    box.append(close, frameOf(place, 0, box));
    document.body.appendChild(box);
    return box;
  }

  function buttonOf(place, open) {
    var button = document.createElement('button');
    button.type = 'button';
    button.textContent = said(place, 'button') || titleOf(place);
    button.setAttribute('aria-haspopup', 'dialog');
    button.onclick = open;
    var colours = said(place, 'colours').split(' ');
    var isTab = said(place, 'as') === 'tab';
    // Without colours of its own a button is left to the style of the page.
    if (isTab || colours[1]) {
      button.style.font = '600 16px/1.3 inherit';
      button.style.fontWeight = '600';
      button.style.padding = '13px 22px';
      button.style.border = '0';
      button.style.cursor = 'pointer';
      button.style.background = colours[0] || '#1d2430';
      button.style.color = colours[1] || '#ffffff';
    }
    if (isTab) {
      var side = said(place, 'side') === 'left' ? 'left' : 'right';
      button.style.position = 'fixed';
      button.style.bottom = '24px';
      button.style[side] = '0';
      button.style.maxWidth = 'min(280px, 70vw)';
      button.style.zIndex = '2147483000';
    }
    return button;
  }

  /** Once in a visit; where the browser keeps nothing, once in a page. */
  function isFirstTime(address) {
    try {
      var key = 'yes-maybe seen ' + address;
      if (sessionStorage.getItem(key)) return false;
      sessionStorage.setItem(key, '1');
    } catch {
      if (isFirstTime[address]) return false;
      isFirstTime[address] = true;
    }
    return true;
  }

  /** @returns what undoes it */
  function openLater(place, open) {
    var when = said(place, 'when');
    var act = function () {
      if (isFirstTime(addressOf(place))) open();
    };
    if (when === 'leave') {
      document.documentElement.addEventListener('mouseleave', act);
      return function () {
        document.documentElement.removeEventListener('mouseleave', act);
      };
    }
    var timer = setTimeout(act, (parseFloat(when) || 0) * 1000);
    return function () {
      clearTimeout(timer);
    };
  }

  function show(place) {
    var as = said(place, 'as');
    var there = { address: addressOf(place), as: as, node: null, leave: function () {} };
    shown.set(place, there);
    place.setAttribute('data-shown', '1');
    if (as !== 'button' && as !== 'tab' && as !== 'pop-up') {
      // The place keeps the height of the first page free, by its own style, so that the text below stays where it is.
      there.node = frameOf(place, place.getBoundingClientRect().height, null);
      place.style.display = 'block';
      ['padding', 'padding-bottom', 'height', 'min-height'].forEach(function (name) {
        place.style.removeProperty(name);
      });
      place.replaceChildren(there.node);
      return;
    }
    var dialog;
    var open = function () {
      dialog = dialog || dialogOf(place);
      if (!dialog.open) dialog.showModal();
    };
    var stop = function () {};
    if (as === 'pop-up') stop = openLater(place, open);
    else {
      there.node = buttonOf(place, open);
      place.replaceChildren(there.node);
    }
    there.leave = function () {
      stop();
      if (dialog) dialog.remove();
    };
  }

  /** Shows a place that is new or has changed, and clears up after one that has gone. */
  function settle(place) {
    var there = shown.get(place);
    var isRight = function () {
      return there.address === addressOf(place) && there.as === said(place, 'as') && isWhole(there, place);
    };
    if (there && place.isConnected && isRight()) return;
    if (there) {
      there.leave();
      shown.delete(place);
    }
    if (place.isConnected && addressOf(place)) show(place);
    frames.forEach(function (about, frame) {
      if (!frame.isConnected) frames.delete(frame);
    });
  }
  function isWhole(there, place) {
    return !there.node || place.contains(there.node);
  }

  function look() {
    var places = new Set(shown.keys());
    document.querySelectorAll('[data-yes-maybe],' + TAG).forEach(function (place) {
      places.add(place);
    });
    places.forEach(settle);
  }

  // As an element of its own it is found wherever it stands, in a shadow tree too.
  if (!customElements.get(TAG))
    customElements.define(
      TAG,
      class extends HTMLElement {
        static get observedAttributes() {
          return ['quiz', 'data-as'];
        }
        connectedCallback() {
          queueMicrotask(() => settle(this));
        }
        disconnectedCallback() {
          this.connectedCallback();
        }
        attributeChangedCallback() {
          if (shown.has(this)) this.connectedCallback();
        }
      },
    );
  function begin() {
    look();
    // In pages that are applications, places come and go.
    new MutationObserver(look).observe(document.documentElement, {
      childList: true,
      subtree: true,
      attributeFilter: ['data-yes-maybe'],
    });
  }
  if (document.readyState === 'loading') addEventListener('DOMContentLoaded', begin);
  else begin();
})('__HOME__');
