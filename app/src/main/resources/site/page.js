(function () {
  'use strict';
  function each(selector, work) { document.querySelectorAll(selector).forEach(work); }

  each('[data-open]', function (opener) {
    opener.addEventListener('click', function (event) {
      event.preventDefault();
      document.getElementById(opener.dataset.open).showModal();
    });
  });
  each('[data-close]', function (closer) {
    closer.addEventListener('click', function (event) {
      event.preventDefault();
      var dialog = closer.closest('dialog');
      if (dialog) dialog.close();
    });
  });

  // Two at once: the visitor's own click or submit opens the new tab, which no pop-up blocker holds back; this tab goes on.
  each('a[data-here]', function (link) {
    link.addEventListener('click', function () {
      setTimeout(function () { location.href = link.dataset.here; }, 50);
    });
  });
  function twoAtOnce(form, here) {
    form.target = '_blank';
    setTimeout(function () { location.href = here; }, 400);
  }
  each('form[data-here]:not([data-quiz])', function (form) {
    form.addEventListener('submit', function () {
      if (form.checkValidity()) twoAtOnce(form, form.dataset.here); else form.removeAttribute('target');
    });
  });
  each('form[data-tab]:not([data-quiz])', function (form) {
    form.addEventListener('submit', function () {
      form.target = form.checkValidity() ? '_blank' : '';
    });
  });

  each('[data-until]', function (line) {
    var end = Date.parse(line.dataset.until);
    var left = line.querySelector('b');
    function tick() {
      var seconds = Math.floor((end - Date.now()) / 1000);
      if (seconds < 0) {
        if (line.dataset.turned !== 'yes') location.reload();
        return;
      }
      var days = Math.floor(seconds / 86400);
      var parts = [Math.floor(seconds % 86400 / 3600), Math.floor(seconds % 3600 / 60), seconds % 60];
      left.textContent = (days > 0 ? days + ' d ' : '') + parts.map(function (part) { return String(part).padStart(2, '0'); }).join(':');
      setTimeout(tick, 1000);
    }
    if (end > Date.now()) tick();
  });

  each('form[data-quiz]', function (quiz) {
    var questions = Array.from(quiz.querySelectorAll('fieldset'));
    var bar = quiz.querySelector('.bar');
    var go = quiz.querySelector('button');
    var at = 0;
    function show(focus) {
      questions.forEach(function (question, index) { question.hidden = index !== at; });
      bar.firstElementChild.style.width = at / questions.length * 100 + '%';
      bar.setAttribute('aria-valuenow', String(at));
      go.hidden = true;
      if (focus) questions[at].querySelector('input').focus();
    }
    bar.hidden = false;
    quiz.addEventListener('change', function (event) {
      var leads = event.target.dataset.leads;
      if (leads || at === questions.length - 1) {
        var way = (leads ? event.target : quiz).dataset;
        if (way.here) twoAtOnce(quiz, way.here);
        if (way.tab) quiz.target = '_blank';
        go.hidden = false;
        quiz.submit();
        return;
      }
      at += 1;
      show(true);
    });
    show(false);
  });

  each('[data-play]', function (still) {
    still.addEventListener('click', function (event) {
      event.preventDefault();
      var player = document.getElementById(still.dataset.play);
      if (player.dataset.src) { player.src = player.dataset.src; }
      player.hidden = false;
      still.hidden = true;
      if (player.play) player.play();
    });
  });
})();
