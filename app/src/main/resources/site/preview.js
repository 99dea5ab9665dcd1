// In the bench only: follows the copy sheet, tells it what was clicked, and measures where things stand.
(function () {
  'use strict';
  var bench = document.currentScript.dataset.bench;
  var lit = null;
  var latest = 0;

  function light(id, bring) {
    if (lit) lit.style.outline = '';
    lit = id && document.querySelector('[data-block="' + CSS.escape(id) + '"]');
    if (!lit) return;
    lit.style.outline = '3px solid #f0a72e';
    lit.style.outlineOffset = '4px';
    if (!bring) return;
    // Only this page moves: scrolling the thing into view would move the bench too, away from under the pointer.
    var box = lit.getBoundingClientRect();
    scrollTo(scrollX, scrollY + box.top - Math.max(0, (innerHeight - box.height) / 2));
  }

  // At another width than the one it should have, nothing measured is worth anything.
  function measure(number, width) {
    if (width && Math.abs(innerWidth - width) > 20) {
      parent.postMessage({ kind: 'unsized', number: number }, bench);
      return;
    }
    // Half a page has no fold; the whole one measures itself.
    if (document.readyState !== 'complete') return;
    var bottoms = {};
    document.querySelectorAll('[data-block]').forEach(function (block) {
      // Visitors see a quiz one question at a time.
      var seen = block.matches('[data-quiz]') ? block.querySelector('fieldset') || block : block;
      var box = seen.getBoundingClientRect();
      if (box.height > 0) bottoms[block.dataset.block] = Math.round(box.bottom + scrollY);
    });
    parent.postMessage({ kind: 'measured', width: innerWidth, number: number, bottoms: bottoms }, bench);
  }

  function asked(query) {
    return fetch(location.pathname + (query || ''), { cache: 'no-store' }).then(function (answer) {
      return answer.ok ? answer.text() : Promise.reject(answer.status);
    });
  }

  function follow(number, query, drawn) {
    latest = Math.max(latest, number);
    (drawn ? Promise.resolve(drawn) : asked(query)).then(function (text) {
      // What was asked for before a later state came in is an older page, however late it answers.
      if (number < latest) return;
      var fresh = new DOMParser().parseFromString(text, 'text/html');
      document.querySelector('style').textContent = fresh.querySelector('style').textContent;
      document.body.className = fresh.body.className;
      ['main', '.legal'].forEach(function (part) {
        var old = document.querySelector(part);
        var now = fresh.querySelector(part);
        if (old && now && old.outerHTML !== now.outerHTML) old.replaceWith(document.importNode(now, true));
      });
      if (lit) light(lit.dataset.block, false);
      measure(number);
    }).catch(function () { location.reload(); });
  }

  addEventListener('message', function (event) {
    if (event.origin !== bench) return;
    if (event.data.kind === 'follow') follow(event.data.number, event.data.query, event.data.drawn);
    if (event.data.kind === 'measure') measure(event.data.number, event.data.width);
    if (event.data.kind === 'light') light(event.data.block, true);
  });
  document.addEventListener('click', function (event) {
    var link = event.target.closest('a,button,input,label');
    if (link) event.preventDefault();
    var block = event.target.closest('[data-block]');
    if (block) {
      light(block.dataset.block, false);
      parent.postMessage({ kind: 'chosen', block: block.dataset.block }, bench);
    }
  }, true);
  document.addEventListener('submit', function (event) { event.preventDefault(); }, true);
  addEventListener('load', function () { measure(0); });
  addEventListener('resize', function () { measure(0); });
})();
