(function () {
  'use strict';
  var script = document.currentScript;
  var base = new URL(script.src).origin;
  var seen = base + '/seen/' + script.dataset.page;
  var along = 'wf_visit';
  var told = null;

  if (window.ferret) {
    console.warn('Not counted: this page carries the lines of a page elsewhere twice.');
    return;
  }

  function warn(why) { console.warn('Not counted: ' + (why.message || why)); }

  function tell(path, what) {
    return fetch(seen + path, {method: 'POST', body: new URLSearchParams(what), keepalive: true, credentials: 'omit'})
      .then(function (answer) {
        return answer.ok ? answer.json() : answer.text().then(function (why) { throw new Error(why.trim()); });
      });
  }

  function put(address, name, value) {
    var cut = address.split('#');
    var has = new RegExp('([?&]' + name.replace(/[.[\]]/g, '\\$&') + '=)([^&]*)');
    var there = has.exec(cut[0]);
    if (!there) cut[0] += (cut[0].indexOf('?') < 0 ? '?' : '&') + name + '=' + value;
    else if (name === along || !there[2]) cut[0] = cut[0].replace(has, '$1' + value);
    return cut.join('#');
  }

  function web(link) { return /^https?:$/.test(link.protocol); }

  function elsewhere(link) { return web(link) && link.origin !== location.origin && told.own.indexOf(link.origin) < 0; }

  // What leads on takes the visit along where this program or this site goes on with it, and the click id everywhere else.
  function lead(link) {
    if (!told || !web(link)) return;
    var to = link.getAttribute('href').replace(/\{click_id\}|%7Bclick_id%7D/gi, told.click);
    if (to[0] === '#') return;
    if (!elsewhere(link)) to = put(to, along, told.visit);
    else if (told.put) to = put(to, told.put, told.click);
    if (to !== link.getAttribute('href')) link.setAttribute('href', to);
  }

  function fill(form) {
    if (told.own.indexOf(new URL(form.action, location.href).origin) < 0) return;
    [['v', told.view], [along, told.visit]].forEach(function (pair) {
      var field = form.querySelector('input[name="' + pair[0] + '"]') || form.appendChild(document.createElement('input'));
      field.type = 'hidden';
      field.name = pair[0];
      field.value = pair[1];
    });
  }

  function step(name, more) {
    view.then(function () {
      if (told) return tell('/step', {
        wf_visit: told.visit, name: name, amount: more && more.amount != null ? more.amount : '', label: more && more.label || ''
      });
    }).catch(warn);
  }

  function pressed(event) {
    var near = event.target.closest ? event.target : document.documentElement;
    var link = near.closest('a[href]');
    if (link) lead(link);
    if (event.type === 'pointerdown' || event.type === 'contextmenu' || event.button === 2) return;
    if (told && event.type === 'submit') fill(event.target);
    var named = near.closest('[data-ferret-step]');
    if (named && (named.tagName === 'FORM') === (event.type === 'submit')) {
      step(named.dataset.ferretStep, {amount: named.dataset.ferretAmount, label: named.dataset.ferretLabel});
    }
    if (told && link && elsewhere(link)) tell('/out', {wf_visit: told.visit, to: link.href.split(/[?#]/)[0]}).catch(warn);
  }

  var view = tell('', {
    at: location.href, referrer: document.referrer, wf_visit: new URLSearchParams(location.search).get(along) || ''
  }).then(function (answer) {
    told = answer;
    if (!told.visit) return;
    document.querySelectorAll('a[href]').forEach(lead);
    document.querySelectorAll('form').forEach(fill);
    history.replaceState(history.state, '', put(location.href, along, told.visit));
  }).catch(warn);

  ['pointerdown', 'contextmenu', 'click', 'auxclick', 'submit'].forEach(function (type) {
    addEventListener(type, pressed, true);
  });
  window.ferret = {step: step};
})();
