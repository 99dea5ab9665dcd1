(function () {
  'use strict';
  var work = JSON.parse(document.getElementById('work').textContent);
  var opened = Date.now();
  var open = work.fires.length;
  var gone = false;

  function report(fire, answer) {
    if (fire.told) return;
    fire.told = true;
    open -= 1;
    navigator.sendBeacon('/px', new URLSearchParams({
      page: work.page, view: work.view, pixel: fire.pixel, answer: answer, millis: Date.now() - opened
    }));
    if (open === 0) goOn();
  }

  function reportOpen() {
    work.fires.forEach(function (fire) { report(fire, 'NO_ANSWER_IN_TIME'); });
  }

  function goOn() {
    if (gone || !work.out) return;
    gone = true;
    reportOpen();
    location.replace(work.out);
  }

  work.fires.forEach(function (fire) {
    var image = new Image();
    image.onload = function () { report(fire, 'ANSWERED'); };
    image.onerror = function () { report(fire, 'FAILED'); };
    image.src = fire.script;
  });
  if (work.out) setTimeout(goOn, open === 0 ? 0 : work.hold);
  addEventListener('pagehide', reportOpen);
})();
