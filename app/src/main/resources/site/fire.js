(function () {
  'use strict';
  var work = JSON.parse(document.getElementById('work').textContent);
  var opened = Date.now();
  var asking = work.fires.filter(function (fire) { return fire.script || fire.snippet; });
  var open = asking.length;
  var gone = false;

  function report(fire, answer) {
    if (fire.told) return;
    fire.told = true;
    open -= 1;
    tell(fire, answer);
    if (open === 0) goOn();
  }

  function tell(fire, answer) {
    navigator.sendBeacon('/px', new URLSearchParams({
      page: work.page, view: work.view, pixel: fire.pixel, answer: answer, millis: Date.now() - opened
    }));
  }

  function reportOpen() {
    asking.forEach(function (fire) { report(fire, 'NO_ANSWER_IN_TIME'); });
  }

  function goOn() {
    if (gone || !work.out) return;
    gone = true;
    reportOpen();
    location.replace(work.out);
  }

  // What the program tells by itself waits for consent too.
  function leaveToServer() {
    work.fires.forEach(function (fire) { if (fire.server) tell(fire, 'AGREED'); });
  }

  function fire() {
    if (work.consent) leaveToServer();
    asking.forEach(function (fire) {
      if (fire.snippet) {
        window.runCode(fire.snippet, function (answer) { report(fire, answer); });
        return;
      }
      var image = new Image();
      image.onload = function () { report(fire, 'ANSWERED'); };
      // What the page's policy stopped is said a moment before or after the image's failing.
      image.onerror = function () {
        setTimeout(function () { report(fire, fire.blocked ? 'BLOCKED' : 'FAILED'); }, 30);
      };
      image.src = fire.script;
    });
  }

  // Where consent is asked for, pixels wait for it; the answer is remembered for half a year.
  function ask(then) {
    var said = /(?:^|; )(?:__Host-)?wf_ok=(yes|no)/.exec(document.cookie);
    if (said) {
      if (said[1] === 'yes') then();
      return;
    }
    var question = document.getElementById('ask');
    question.hidden = false;
    question.addEventListener('click', function (event) {
      var answer = event.target.dataset.ok;
      if (!answer) return;
      var https = location.protocol === 'https:';
      document.cookie = (https ? '__Host-' : '') + 'wf_ok=' + answer + '; path=/; max-age=15552000; samesite=lax' + (https ? '; secure' : '');
      question.hidden = true;
      if (answer === 'yes') then();
    });
  }

  addEventListener('securitypolicyviolation', function (event) {
    asking.forEach(function (fire) {
      if (event.blockedURI && fire.script && fire.script.indexOf(event.blockedURI) === 0) fire.blocked = true;
    });
  });
  if (work.consent) ask(fire); else fire();
  if (work.out) setTimeout(goOn, open === 0 ? 0 : work.hold);
  if (!work.consent) addEventListener('pagehide', reportOpen);
})();
