package dev.wilyferret.core.wording;

import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Words that say nothing of what a text is about, by language. */
final class CommonWords {

    private static final Map<String, Set<String>> BY_LANGUAGE = Map.of(
            "en",
            words("""
                    the and for with your you are was were this that these those from have has had will would can could not
                    but all any our out get got how what when where who why into over just now more most than then its it's
                    here there about been they them their his her hers she him one two very also only too off use let may
                    might should must own some such each every even still yet per via click learn see does did don't doesn't
                    isn't you're we're i'm let's upon because while after before again both few other same until down under
                    being having doing which whom if or as of at by to in on is be do no so up an it we he me my us am
                    """),
            "de",
            words("""
                    der die das den dem des ein eine einen einem einer eines und oder aber denn doch nicht kein keine keinen
                    ist sind war waren bin bist seid sein wird werden wurde wurden hat haben hatte hatten kann können könnte
                    muss müssen soll sollen sollte will wollen darf dürfen mag ich wir ihr sie man mich dich uns euch mir dir
                    ihm ihn ihnen mein meine meinen dein deine deinen unser unsere euer eure ihre ihren für mit von vom zum
                    zur aus bei beim nach vor über unter auf durch ohne gegen zwischen seit bis als wie wenn weil dass damit
                    was wer wen wem wo wann warum welche welcher welches hier dort jetzt nur noch schon auch sehr mehr viel
                    dann also mal etwas alles alle jede jeder jedes diese dieser dieses diesen diesem sich einfach klicken
                    mehr erfahren sehen
                    """),
            "es",
            words("""
                    el la los las un una unos unas y o pero no es son era eran ser estar está están hay fue fueron ha han he
                    hemos tiene tienen tener puede pueden poder yo tú él ella nosotros vosotros ellos ellas usted ustedes me
                    te se nos os le les lo mi mis tu tus su sus nuestro nuestra nuestros vuestra de del al a en con sin por
                    para sobre entre desde hasta hacia según como cuando donde dónde cómo qué que quién cuál porque si ya muy
                    más menos también solo sólo aquí allí ahora hoy este esta estos estas ese esa esos esas aquel todo toda
                    todos todas cada otro otra otros algo nada así aún tan tanto
                    """),
            "fr",
            words("""
                    le la les un une des et ou mais donc car ne pas non est sont était étaient être suis sommes êtes sera ont
                    avoir avait peut peuvent pouvoir doit faut fait faire je tu il elle on nous vous ils elles moi toi lui eux
                    me te se leur leurs mon ma mes ton ta tes son sa ses notre nos votre vos de du au aux à en dans avec sans
                    pour par sur sous entre depuis jusque vers chez comme quand où comment quoi que qui quel quelle quels
                    quelles pourquoi parce si déjà très plus moins aussi seulement ici là maintenant ce cet cette ces cela ça
                    tout toute tous toutes chaque autre autres rien ainsi encore tant même c'est d'un d'une qu'il qu'elle l'on
                    n'est s'il j'ai
                    """),
            "it",
            words("""
                    il lo la i gli le un uno una e o ma se non è sono era erano essere sei siamo siete sarà ha hanno ho abbiamo
                    avere può possono potere deve devono fare fa io tu lui lei noi voi loro mi ti si ci vi me te mio mia miei
                    mie tuo tua tuoi tue suo sua suoi sue nostro nostra vostro vostra di del dello della dei degli delle a al
                    allo alla ai agli alle da dal dalla in nel nello nella nei nelle con senza per su sul sulla tra fra fino
                    verso come quando dove che chi cosa quale quali perché già molto più meno anche solo qui lì ora oggi questo
                    questa questi queste quello quella quelli quelle tutto tutta tutti tutte ogni altro altra altri niente così
                    ancora
                    """),
            "nl",
            words("""
                    de het een en of maar want niet geen is zijn was waren ben bent wordt worden werd werden heeft hebben had
                    hadden kan kunnen kon konden moet moeten zal zullen zou zouden wil willen mag mogen ik jij je u hij zij ze
                    wij we jullie mij me jou hem haar ons hun mijn jouw uw onze van voor met zonder naar uit bij op aan in door
                    over onder tussen sinds tot als dan dat die dit deze wat wie waar wanneer waarom hoe welke welk omdat zodat
                    er hier daar nu nog al ook zeer heel meer veel alleen alles alle elk elke iets niets zo toch dus wel maar
                    """),
            "pt",
            words("""
                    o a os as um uma uns umas e ou mas não é são era eram ser estar está estão há foi foram tem têm ter tenho
                    temos pode podem poder deve devem fazer faz eu tu ele ela nós vós eles elas você vocês me te se nos lhe lhes
                    meu minha meus minhas teu tua teus tuas seu sua seus suas nosso nossa nossos nossas de do da dos das ao aos
                    à às em no na nos nas num numa com sem por pelo pela para sobre entre desde até como quando onde que quem
                    qual quais porque já muito mais menos também só aqui ali agora hoje este esta estes estas esse essa isso
                    isto aquele aquela tudo toda todo todos todas cada outro outra outros nada assim ainda
                    """));

    /** In Chinese and Japanese, whatever the language of the page says. */
    private static final String SIGNS = "的了是在和有我你他她它们这那不也都就与及或";

    private CommonWords() {}

    private static Set<String> words(String text) {
        return Set.copyOf(java.util.Arrays.asList(text.strip().split("\\s+")));
    }

    /** @param language a tag such as {@code de} or {@code pt-BR}; one without a list is read as English */
    static boolean hold(String word, String language) {
        String primary = language.toLowerCase(Locale.ROOT).split("[-_]", 2)[0];
        return word.codePoints().allMatch(sign -> SIGNS.indexOf(sign) >= 0)
                || BY_LANGUAGE.getOrDefault(primary, Set.of()).contains(word)
                || !BY_LANGUAGE.containsKey(primary)
                        && BY_LANGUAGE.getOrDefault("en", Set.of()).contains(word);
    }
}
