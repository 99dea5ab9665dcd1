// The bar of shares: the border between two variants is pushed by pointer or arrow keys, which writes their weights.
(function () {
  'use strict';

  var bar = document.querySelector('[data-shares]');
  var parts = bar ? Array.from(bar.querySelectorAll('rect')) : [];
  if (parts.length < 2) return;
  var keep = document.querySelector('[data-shares-keep]');
  var wide = 1000;
  // Whole percents, that add up to a hundred.
  var shares = parts.map(function (part) { return Math.max(1, Math.round(part.getAttribute('width') / 10)); });
  shares[shares.indexOf(Math.max.apply(null, shares))] += 100 - shares.reduce(function (a, b) { return a + b; }, 0);

  var handles = parts.slice(1).map(function (part, at) {
    var handle = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
    handle.setAttribute('class', 'push');
    handle.setAttribute('width', 10);
    handle.setAttribute('height', 28);
    handle.setAttribute('tabindex', 0);
    handle.setAttribute('role', 'slider');
    handle.setAttribute('aria-label', 'Between ' + parts[at].dataset.name + ' and ' + part.dataset.name);
    handle.setAttribute('aria-valuemin', 1);
    bar.appendChild(handle);
    handle.addEventListener('keydown', function (event) {
      var by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -10, PageUp: 10 }[event.key];
      if (by) {
        event.preventDefault();
        push(at, shares[at] + by);
      }
    });
    handle.addEventListener('pointerdown', function (event) {
      event.preventDefault();
      handle.focus();
      handle.setPointerCapture(event.pointerId);
    });
    handle.addEventListener('pointermove', function (event) {
      if (!handle.hasPointerCapture(event.pointerId)) return;
      var box = bar.getBoundingClientRect();
      push(at, Math.round(100 * (event.clientX - box.left) / box.width) - before(at));
    });
    return handle;
  });

  function before(at) {
    return shares.slice(0, at).reduce(function (a, b) { return a + b; }, 0);
  }

  function push(at, share) {
    var both = shares[at] + shares[at + 1];
    shares[at] = Math.min(both - 1, Math.max(1, share));
    shares[at + 1] = both - shares[at];
    parts.forEach(function (part, i) {
      document.getElementById(part.dataset.weight).value = shares[i];
      document.querySelector('[data-share="' + part.dataset.weight + '"]').textContent = part.dataset.name + ' ' + shares[i] + '.0 %';
    });
    keep.hidden = false;
    draw();
  }

  function draw() {
    parts.forEach(function (part, i) {
      part.setAttribute('x', 10 * before(i));
      part.setAttribute('width', 10 * shares[i]);
    });
    handles.forEach(function (handle, i) {
      handle.setAttribute('x', Math.min(wide - 10, 10 * before(i + 1) - 5));
      handle.setAttribute('aria-valuenow', shares[i]);
      handle.setAttribute('aria-valuemax', shares[i] + shares[i + 1] - 1);
      handle.setAttribute('aria-valuetext', parts[i].dataset.name + ' ' + shares[i] + ' %');
    });
  }

  draw();
})();
