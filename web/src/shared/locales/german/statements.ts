/** German: what help, privacy and accessibility say at length. */
import type { statements as english } from '../english/statements.ts'
import type { InOtherWords } from '../inOtherWords.ts'

export const statements: InOtherWords<typeof english> = {
  help: {
    people: 'Das Personal hilft weiter:',
    sections: {
      search: {
        heading: 'Suchen',
        text: 'Alle Wörter müssen irgendwo in der Aufnahme stehen; Großschreibung, Akzente und Apostrophe sind gleichgültig, und andere Formen eines Wortes zählen mit. Nummern werden gefunden, wie sie auf dem Ding stehen: ISBN, ISSN, Barcode, Signatur. Die Zeile unter der Anzahl zeigt, wie Ihre Wörter gelesen wurden, und jeder Teil davon lässt sich entfernen.',
      },
      experts: {
        heading: 'Für Geübte: CQL',
        text: 'Eine Anfrage in CQL kommt in dasselbe Feld. Die Register heißen title, name, subject, series, contents, note, publisher, date, language, format, isbn, issn, barcode und callnumber.',
      },
      narrow: {
        heading: 'Eingrenzen, behalten, abholen',
        text: 'Die Werte in der Spalte an der Seite begrenzen die Liste oder lassen Titel weg; mehrere Werte einer Art gelten wahlweise. Was Sie behalten, bleibt für Ihre nächsten Suchen und sagt, wie viel es verbirgt. Die Zeile unter dem Feld sagt, wo Sie suchen, in welchen Formaten und wo Sie abholen; sie geht auf jede Seite mit und steht in jeder Adresse, die Sie kopieren.',
      },
      status: { heading: 'Was ein Status bedeutet', text: 'Jedes Exemplar sagt, wie es gerade steht.' },
      callNumbers: {
        heading: 'Signaturen',
        text: 'Die Signatur ist die Adresse im Regal, Zeile für Zeile gelesen wie auf dem Rückenschild. Was benachbarte Signaturen hat, steht nebeneinander; im Register der Signaturen sehen Sie, was dort steht. Geben Sie den Anfang einer Signatur in das Feld ein, um zu finden, was sie trägt.',
      },
      routes: {
        heading: 'Wege',
        text: 'Ein Weg ist eine Art, einen Titel an Ihren Abholort zu bekommen, der beste zuerst. Ein Weg, der nicht geht, sagt warum, und was stattdessen hilft.',
      },
      holds: {
        heading: 'Vormerkungen',
        text: 'Eine Vormerkung hält ein Exemplar für Sie fest, oder einen Platz in der Warteliste für das nächste, das zurückkommt. Sie wählen, welche Ausgaben recht sind und wo Sie abholen. Ihr Konto zeigt, wie jede steht; dort können Sie sie jederzeit aufheben, bis Sie abgeholt haben.',
      },
    },
    operators: {
      all: 'beide Wörter, irgendwo in der Aufnahme',
      phrase: 'diese Wörter nebeneinander',
      or: 'eines der Wörter; OR in Großbuchstaben',
      not: 'das erste Wort ohne das zweite',
      prefix: 'jedes Wort, das so beginnt',
      brackets: 'was in Klammern steht, zuerst',
    },
    cql: {
      field: 'ein Wort des Titels',
      all: 'alle diese Wörter in Namen',
      whole: 'dieser Titel und kein anderer',
      any: 'eines dieser Wörter in Themen',
      dates: 'in diesen Jahren erschienen',
      not: 'ohne, was auf not folgt',
    },
    kinds: {
      'walk in': 'Ein Exemplar steht im Regal einer Zweigstelle: Gehen Sie hin und nehmen Sie es mit, oder lesen Sie es dort.',
      'kept for you': 'Ein Exemplar steht, wo Sie abholen: Das Personal nimmt es aus dem Regal und legt es für Sie zurück.',
      'sent over': 'Ein Exemplar steht anderswo und wird dorthin geschickt, wo Sie abholen.',
      'in the queue': 'Alle Exemplare sind entliehen oder versprochen: Sie bekommen das nächste, das nach denen vor Ihnen kommt.',
      scanned: 'Eine Bibliothek kopiert Ihnen ein Kapitel oder einen Aufsatz; das Werk selbst bleibt, wo es ist.',
      'from outside': 'Keine Bibliothek hier kann damit dienen: Eine andere wird gefragt.',
    },
  },
  privacy: {
    kept: {
      heading: 'Was der Katalog behält',
      text: 'Wonach Sie suchen und was Sie ansehen, wird nicht behalten, weder mit Ihrem Namen noch ohne ihn. Das Protokoll des Servers hat Zeiten und Arten von Anfragen, nie ihre Wörter.',
    },
    card: {
      heading: 'Ihr Ausweis',
      text: 'Die Bibliothek weiß, was Sie entliehen und vorgemerkt haben, weil sie es muss. Was Sie zurückgebracht haben, wird nicht behalten, wenn Sie nicht in den Einstellungen um eine Liste davon bitten; die verschwindet, sobald Sie es sagen. Eine Adresse für den Kalender, die Sie erstellen, liest, wer sie hat, bis Sie sie zurückziehen. Eine beendete Vormerkung, und was Ihnen dazu gesagt wurde, wird einige Wochen gezeigt und dann vergessen. Alles, was über Sie gespeichert ist, können Sie mitnehmen. Was Sie daneben wünschen, bleibt, bis es erledigt ist, und einige Wochen länger; wie spät etwas zurückkommt, wird ohne Namen gezählt.',
    },
    gathered: {
      heading: 'Was Sie sammeln',
      text: 'Die Tasche eines Gastes bleibt in diesem Browser, bis sie geleert wird oder sich jemand anmeldet; ein Gang zum Regal, den Sie öffnen, bleibt auf Ihrem Gerät, um ohne Netz gelesen zu werden, nie aber an einem öffentlichen Platz. Ihre Tasche, Listen und aufgehobenen Suchen liegen auf dem Server, nur für Sie, bis Sie sie entfernen. Eine Liste, die Sie teilen, liest, wer ihren Link hat, ohne Ihren Namen.',
    },
    browser: {
      heading: 'Ihr Browser',
      text: 'Solange Sie angemeldet sind, sagt das ein Cookie. Sprache, Farben und Höhe der Zeilen bleiben in diesem Browser; wo Sie suchen und was Sie geöffnet haben, bleibt in diesem Fenster. Wer sich abmeldet, entfernt alles außer Sprache, Farben und Höhe der Zeilen.',
    },
    messages: {
      heading: 'Nachrichten an das Personal',
      text: 'Eine Nachricht geht an das Personal der Zweigstelle, mit nichts als dem, was Sie hineinschreiben. Die Adresse, die Sie angeben, dient nur der Antwort.',
    },
    ended: {
      heading: 'Wenn niemand die Seite benutzt',
      text: 'Sie werden gewarnt und dann abgemeldet, in allen Fenstern zugleich. An einem öffentlichen Platz geschieht das nach wenigen Minuten.',
    },
  },
  accessibility: {
    aim: {
      heading: 'Was wir anstreben',
      text: 'Jede Seite und jede Aufgabe soll die WCAG 2.2, Stufe AA, erfüllen, mit Maus, Tastatur, Berührung und Vorleseprogramm gleichermaßen.',
    },
    ways: {
      heading: 'Arbeitsweisen',
      text: 'Alles geht mit der Tastatur; die Taste ? zeigt die Kürzel. Text lässt sich auf 200 % vergrößern und die Seite auf 320 Pixel verschmälern, ohne dass etwas verloren geht. Farbe sagt nie etwas allein. Die Schrift wurde für Menschen gemacht, die wenig sehen, und es gibt helle und dunkle Farben.',
    },
    limits: {
      heading: 'Was noch fehlt',
      text: 'Das Diagramm der Jahre ist in Worten und durch seine beiden Felder beschrieben, nicht Balken für Balken. Die Texte der Aufnahmen kommen aus vielen Bibliotheken, und nicht alle nennen ihre Sprache.',
    },
    tell: {
      heading: 'Sagen Sie es uns',
      text: 'Wenn Ihnen etwas im Weg steht, schreiben Sie uns oder rufen Sie an; wir antworten an Arbeitstagen und beheben, was wir können.',
    },
  },
}
