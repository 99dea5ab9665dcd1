// A platform's own code: its elements are put into the page, its scripts run one after the other.
window.runCode = function (code, report) {
  'use strict';
  var box = document.createElement('div');
  box.hidden = true;
  box.innerHTML = code;
  var scripts = Array.from(box.querySelectorAll('script'));
  var threw = false;
  function caught() { threw = true; }
  function next() {
    var old = scripts.shift();
    if (threw || !old) {
      report(threw ? 'FAILED' : 'RAN');
      return;
    }
    var fresh = document.createElement('script');
    Array.from(old.attributes).forEach(function (one) { fresh.setAttribute(one.name, one.value); });
    fresh.textContent = old.textContent;
    if (fresh.src) {
      fresh.onload = next;
      fresh.onerror = function () { report('FAILED'); };
      old.replaceWith(fresh);
      return;
    }
    addEventListener('error', caught);
    old.replaceWith(fresh);
    removeEventListener('error', caught);
    next();
  }
  document.body.appendChild(box);
  next();
};
