<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de" sourcelanguage="en">
<context>
    <name></name>
    <message>
        <source>Layers</source>
        <translation>Ebenen</translation>
    </message>
    <message>
        <source>Fine edges</source>
        <translation>Feine Ränder</translation>
    </message>
    <message>
        <source>Depth</source>
        <translation>Tiefe</translation>
    </message>
    <message>
        <source>The move</source>
        <translation>Die Bewegung</translation>
    </message>
    <message>
        <source>Focus and grain</source>
        <translation>Schärfe und Korn</translation>
    </message>
    <message>
        <source>Rebuilding what it shows</source>
        <translation>Ergänzt wird, was sie zeigt</translation>
    </message>
    <message>
        <source>Stopped. What was made is kept; Undo takes it back.</source>
        <translation>Angehalten. Was fertig ist, bleibt; Rückgängig nimmt es zurück.</translation>
    </message>
    <message>
        <source>Making a clip</source>
        <translation>Ein Clip entsteht</translation>
    </message>
    <message>
        <source>Clip: {step}</source>
        <translation>Clip: {step}</translation>
    </message>
    <message>
        <source>You went on by hand, so the rest was left to you.</source>
        <translation>Sie haben von Hand weitergemacht, der Rest blieb deshalb Ihnen überlassen.</translation>
    </message>
    <message>
        <source>It could not go on. What was made is kept.</source>
        <translation>Es ging nicht weiter. Was fertig ist, bleibt.</translation>
    </message>
    <message>
        <source>Opens {path}</source>
        <translation>Öffnet {path}</translation>
    </message>
    <message>
        <source>Open {name}</source>
        <translation>{name} öffnen</translation>
    </message>
    <message>
        <source>Opened lately</source>
        <translation>Zuletzt geöffnet</translation>
    </message>
    <message>
        <source>Other proposals</source>
        <translation>Andere Vorschläge</translation>
    </message>
    <message>
        <source>Drawing them …</source>
        <translation>Sie werden gezeichnet …</translation>
    </message>
    <message>
        <source>Keep the move it has</source>
        <translation>Bewegung behalten, wie sie ist</translation>
    </message>
    <message>
        <source>Change nothing</source>
        <translation>Nichts ändern</translation>
    </message>
    <message>
        <source>Drawing proposals</source>
        <translation>Vorschläge werden gezeichnet</translation>
    </message>
    <message>
        <source>Drawing</source>
        <translation>Zeichnen</translation>
    </message>
    <message>
        <source>Give the clip this move. {about}</source>
        <translation>Gibt dem Clip diese Bewegung. {about}</translation>
    </message>
    <message>
        <source>Click the one the clip is to have. Layers and depth stay as they are.</source>
        <translation>Klicken Sie auf die, die der Clip haben soll. Ebenen und Tiefe bleiben, wie sie sind.</translation>
    </message>
    <message>
        <source> It suits best, {why}.</source>
        <translation> Sie passt am besten, {why}.</translation>
    </message>
    <message>
        <source>The project changed meanwhile: the move was left as it is.</source>
        <translation>Das Projekt hat sich inzwischen geändert: Die Bewegung blieb, wie sie war.</translation>
    </message>
    <message>
        <source>Move: {name}</source>
        <translation>Bewegung: {name}</translation>
    </message>
    <message>
        <source>Closing gaps</source>
        <translation>Lücken werden geschlossen</translation>
    </message>
    <message>
        <source>Stop here</source>
        <translation>Hier anhalten</translation>
    </message>
    <message>
        <source>End now; what is done so far is kept</source>
        <translation>Jetzt aufhören; was bis hierher fertig ist, bleibt</translation>
    </message>
    <message>
        <source>Other proposals …</source>
        <translation>Andere Vorschläge …</translation>
    </message>
    <message>
        <source>Three moves that suit this picture, running, to pick from</source>
        <translation>Drei Bewegungen, die zu diesem Bild passen, laufend, zur Auswahl</translation>
    </message>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>Put this list away; the clip stays as it is</source>
        <translation>Räumt diese Liste weg; der Clip bleibt, wie er ist</translation>
    </message>
    <message>
        <source>The clip is ready</source>
        <translation>Der Clip ist fertig</translation>
    </message>
    <message>
        <source>Made in part</source>
        <translation>Zum Teil fertig</translation>
    </message>
    <message>
        <source>All of it can be changed in the steps above.</source>
        <translation>Alles davon lässt sich in den Schritten oben ändern.</translation>
    </message>
    <message>
        <source>Open a photo to work on it</source>
        <translation>Ein Foto bearbeiten</translation>
    </message>
    <message>
        <source>Cut it into layers, rebuild what they hid, set them in depth, move the lens.</source>
        <translation>In Ebenen schneiden, ergänzen, was sie verdecken, in die Tiefe stellen, das Objektiv bewegen.</translation>
    </message>
    <message>
        <source>Opens a photo or a project (Ctrl+O)</source>
        <translation>Öffnet ein Foto oder ein Projekt (Strg+O)</translation>
    </message>
    <message>
        <source>Make a clip from a photo now</source>
        <translation>Gleich einen Clip machen</translation>
    </message>
    <message>
        <source>Subject, layers, depth and move are found for you. All of it can be changed after.</source>
        <translation>Motiv, Ebenen, Tiefe und Bewegung werden für Sie gefunden. Alles lässt sich danach ändern.</translation>
    </message>
    <message>
        <source>Opens a photo and makes a moving clip of it; it can be stopped at any time (Ctrl+Shift+N)</source>
        <translation>Öffnet ein Foto und macht einen bewegten Clip daraus; es lässt sich jederzeit anhalten (Strg+Shift+N)</translation>
    </message>
    <message>
        <source>A JPEG, PNG, TIFF or WebP file can be dropped here as well.
New here? Look round on a finished clip: six short steps.</source>
        <translation>JPEG, PNG, TIFF und WebP lassen sich auch hier ablegen.
Neu hier? Sehen Sie sich an einem fertigen Clip um: sechs kurze Schritte.</translation>
    </message>
    <message>
        <source>Take the tour</source>
        <translation>Rundgang beginnen</translation>
    </message>
    <message>
        <source>Opens the demo and shows what is where</source>
        <translation>Öffnet die Demo und zeigt, was wo ist</translation>
    </message>
    <message numerus="yes">
        <source>%n layers, none selected</source>
        <translation>
            <numerusform>%n Ebene, keine gewählt</numerusform>
            <numerusform>%n Ebenen, keine gewählt</numerusform>
        </translation>
    </message>
    <message>
        <source>on the glass</source>
        <translation>auf dem Glas</translation>
    </message>
    <message>
        <source>{name}, {where}, {index} of {layers} from the lens</source>
        <translation>{name}, {where}, {index} von {layers} vom Objektiv aus</translation>
    </message>
    <message>
        <source>Marker</source>
        <translation>Marke</translation>
    </message>
    <message>
        <source>No markers</source>
        <translation>Keine Marken</translation>
    </message>
    <message>
        <source>The report is on the clipboard: versions, this machine, the end of the log. Read it before you send it on.</source>
        <translation>Der Bericht ist in der Zwischenablage: Versionen, dieser Rechner, das Ende des Protokolls. Lesen Sie ihn, bevor Sie ihn weitergeben.</translation>
    </message>
    <message>
        <source>No file manager opened {folder}.</source>
        <translation>Kein Dateimanager hat {folder} geöffnet.</translation>
    </message>
    <message>
        <source>File</source>
        <translation>Datei</translation>
    </message>
    <message>
        <source>Edit</source>
        <translation>Bearbeiten</translation>
    </message>
    <message>
        <source>View</source>
        <translation>Ansicht</translation>
    </message>
    <message>
        <source>Help</source>
        <translation>Hilfe</translation>
    </message>
    <message>
        <source>Open a photo first.</source>
        <translation>Öffnen Sie zuerst ein Foto.</translation>
    </message>
    <message>
        <source>There is nothing to undo.</source>
        <translation>Es gibt nichts rückgängig zu machen.</translation>
    </message>
    <message>
        <source>There is nothing to do again.</source>
        <translation>Es gibt nichts zu wiederholen.</translation>
    </message>
    <message>
        <source>The project has not been saved yet.</source>
        <translation>Das Projekt wurde noch nicht gespeichert.</translation>
    </message>
    <message>
        <source>&amp;Open …</source>
        <translation>&amp;Öffnen …</translation>
    </message>
    <message>
        <source>A photo or a project</source>
        <translation>Ein Foto oder ein Projekt</translation>
    </message>
    <message>
        <source>Open &amp;layers …</source>
        <translation>&amp;Ebenen öffnen …</translation>
    </message>
    <message>
        <source>A layered picture of another program</source>
        <translation>Ein Bild mit Ebenen aus einem anderen Programm</translation>
    </message>
    <message>
        <source>Open &amp;recent</source>
        <translation>&amp;Zuletzt geöffnet</translation>
    </message>
    <message>
        <source>What was open lately</source>
        <translation>Was zuletzt offen war</translation>
    </message>
    <message>
        <source>Make a clip from a photo &amp;now …</source>
        <translation>&amp;Gleich einen Clip aus einem Foto machen …</translation>
    </message>
    <message>
        <source>Everything by itself</source>
        <translation>Alles von selbst</translation>
    </message>
    <message>
        <source>&amp;Add pictures as layers …</source>
        <translation>&amp;Bilder als Ebenen hinzufügen …</translation>
    </message>
    <message>
        <source>Other pictures over this photo</source>
        <translation>Andere Bilder über diesem Foto</translation>
    </message>
    <message>
        <source>&amp;Save</source>
        <translation>&amp;Speichern</translation>
    </message>
    <message>
        <source>The project in its file</source>
        <translation>Das Projekt in seine Datei</translation>
    </message>
    <message>
        <source>Save &amp;as …</source>
        <translation>Speichern &amp;unter …</translation>
    </message>
    <message>
        <source>The project in another file</source>
        <translation>Das Projekt in eine andere Datei</translation>
    </message>
    <message>
        <source>Earlier sa&amp;ves …</source>
        <translation>&amp;Frühere Stände …</translation>
    </message>
    <message>
        <source>The last five saves, to bring one back</source>
        <translation>Die letzten fünf Stände, um einen zurückzuholen</translation>
    </message>
    <message>
        <source>&amp;Export the clip …</source>
        <translation>Clip e&amp;xportieren …</translation>
    </message>
    <message>
        <source>Writes the video</source>
        <translation>Schreibt das Video</translation>
    </message>
    <message>
        <source>&amp;Close the project</source>
        <translation>Projekt s&amp;chließen</translation>
    </message>
    <message>
        <source>The window stays</source>
        <translation>Das Fenster bleibt</translation>
    </message>
    <message>
        <source>&amp;Quit</source>
        <translation>Been&amp;den</translation>
    </message>
    <message>
        <source>Closes Woodcock</source>
        <translation>Schließt Woodcock</translation>
    </message>
    <message>
        <source>&amp;Undo</source>
        <translation>&amp;Rückgängig</translation>
    </message>
    <message>
        <source>Takes the last act back</source>
        <translation>Nimmt den letzten Schritt zurück</translation>
    </message>
    <message>
        <source>&amp;Redo</source>
        <translation>&amp;Wiederholen</translation>
    </message>
    <message>
        <source>Does again what was undone</source>
        <translation>Tut wieder, was rückgängig gemacht wurde</translation>
    </message>
    <message>
        <source>&amp;Marker at the playhead</source>
        <translation>&amp;Marke am Abspielkopf</translation>
    </message>
    <message>
        <source>Sets a mark in time, or takes it off</source>
        <translation>Setzt eine Marke in der Zeit, oder nimmt sie weg</translation>
    </message>
    <message>
        <source>Take off all mar&amp;kers</source>
        <translation>Alle Mar&amp;ken wegnehmen</translation>
    </message>
    <message>
        <source>All marks in time go</source>
        <translation>Alle Marken in der Zeit gehen weg</translation>
    </message>
    <message>
        <source>&amp;Preferences …</source>
        <translation>&amp;Einstellungen …</translation>
    </message>
    <message>
        <source>Learned models, memory for undo</source>
        <translation>Gelernte Modelle, Speicher für Rückgängig</translation>
    </message>
    <message>
        <source>&amp;Larger</source>
        <translation>&amp;Größer</translation>
    </message>
    <message>
        <source>Shows the picture larger</source>
        <translation>Zeigt das Bild größer</translation>
    </message>
    <message>
        <source>&amp;Smaller</source>
        <translation>&amp;Kleiner</translation>
    </message>
    <message>
        <source>Shows the picture smaller</source>
        <translation>Zeigt das Bild kleiner</translation>
    </message>
    <message>
        <source>&amp;Whole picture</source>
        <translation>Gan&amp;zes Bild</translation>
    </message>
    <message>
        <source>As large as there is room</source>
        <translation>So groß, wie Platz ist</translation>
    </message>
    <message>
        <source>&amp;One to one</source>
        <translation>&amp;Eins zu eins</translation>
    </message>
    <message>
        <source>A pixel of the picture is one of the screen</source>
        <translation>Ein Pixel des Bildes ist einer des Bildschirms</translation>
    </message>
    <message>
        <source>&amp;Depth rail</source>
        <translation>&amp;Tiefenschiene</translation>
    </message>
    <message>
        <source>Shows or folds the scene from the side</source>
        <translation>Zeigt die Szene von der Seite, oder klappt sie zu</translation>
    </message>
    <message>
        <source>La&amp;nes</source>
        <translation>&amp;Bahnen</translation>
    </message>
    <message>
        <source>Shows or folds the keys in time</source>
        <translation>Zeigt die Schlüssel in der Zeit, oder klappt sie zu</translation>
    </message>
    <message>
        <source>The &amp;picture alone</source>
        <translation>Nur das B&amp;ild</translation>
    </message>
    <message>
        <source>Hides all but the picture, and back</source>
        <translation>Blendet alles außer dem Bild aus, und wieder ein</translation>
    </message>
    <message>
        <source>Play on the whole s&amp;creen</source>
        <translation>Auf dem ganzen Bildschirm abspie&amp;len</translation>
    </message>
    <message>
        <source>Plays the clip and nothing else</source>
        <translation>Spielt den Clip und sonst nichts</translation>
    </message>
    <message>
        <source>&amp;Find in the list</source>
        <translation>In der Liste &amp;suchen</translation>
    </message>
    <message>
        <source>A layer by its name or kind</source>
        <translation>Eine Ebene nach Name oder Art</translation>
    </message>
    <message>
        <source>Safe &amp;margins</source>
        <translation>Sichere &amp;Ränder</translation>
    </message>
    <message>
        <source>Lines inside which titles are safe</source>
        <translation>Linien, innerhalb derer Titel sicher sind</translation>
    </message>
    <message>
        <source>&amp;Dusk (dark)</source>
        <translation>&amp;Dämmerung (dunkel)</translation>
    </message>
    <message>
        <source>The dark theme</source>
        <translation>Das dunkle Aussehen</translation>
    </message>
    <message>
        <source>&amp;Paper (light)</source>
        <translation>&amp;Papier (hell)</translation>
    </message>
    <message>
        <source>The light theme</source>
        <translation>Das helle Aussehen</translation>
    </message>
    <message>
        <source>To the step {step}</source>
        <translation>Zum Schritt {step}</translation>
    </message>
    <message>
        <source>P&amp;lay or pause</source>
        <translation>A&amp;bspielen oder anhalten</translation>
    </message>
    <message>
        <source>Plays the clip in a loop</source>
        <translation>Spielt den Clip in einer Schleife</translation>
    </message>
    <message>
        <source>To the &amp;start</source>
        <translation>An den &amp;Anfang</translation>
    </message>
    <message>
        <source>To the &amp;end</source>
        <translation>Ans &amp;Ende</translation>
    </message>
    <message>
        <source>One frame &amp;back</source>
        <translation>Ein Bild &amp;zurück</translation>
    </message>
    <message>
        <source>One frame &amp;on</source>
        <translation>Ein Bild &amp;weiter</translation>
    </message>
    <message>
        <source>To the key before</source>
        <translation>Zum Schlüssel davor</translation>
    </message>
    <message>
        <source>To the next key</source>
        <translation>Zum nächsten Schlüssel</translation>
    </message>
    <message>
        <source>Moves the playhead</source>
        <translation>Bewegt den Abspielkopf</translation>
    </message>
    <message>
        <source>&amp;Guide</source>
        <translation>&amp;Anleitung</translation>
    </message>
    <message>
        <source>How to do the job, step by step, with pictures</source>
        <translation>Wie die Arbeit geht, Schritt für Schritt, mit Bildern</translation>
    </message>
    <message>
        <source>&amp;What is this?</source>
        <translation>&amp;Was ist das?</translation>
    </message>
    <message>
        <source>Then click a control: what it is for</source>
        <translation>Dann ein Bedienelement anklicken: wofür es da ist</translation>
    </message>
    <message>
        <source>&amp;Commands and keys …</source>
        <translation>&amp;Befehle und Tasten …</translation>
    </message>
    <message>
        <source>Finds anything by its name, does it, gives it another key</source>
        <translation>Findet alles nach seinem Namen, tut es, gibt ihm eine andere Taste</translation>
    </message>
    <message>
        <source>&amp;Tour</source>
        <translation>&amp;Rundgang</translation>
    </message>
    <message>
        <source>Six short steps round the window, on the demo</source>
        <translation>Sechs kurze Schritte durch das Fenster, an der Demo</translation>
    </message>
    <message>
        <source>&amp;Demo project</source>
        <translation>&amp;Demo-Projekt</translation>
    </message>
    <message>
        <source>A scene to try things on</source>
        <translation>Eine Szene zum Ausprobieren</translation>
    </message>
    <message>
        <source>What&apos;s &amp;new</source>
        <translation>Was ist &amp;neu</translation>
    </message>
    <message>
        <source>What came with each version</source>
        <translation>Was mit jeder Version kam</translation>
    </message>
    <message>
        <source>Folder of &amp;logs</source>
        <translation>Ordner der &amp;Protokolle</translation>
    </message>
    <message>
        <source>Where the program writes down what it did</source>
        <translation>Wo das Programm aufschreibt, was es getan hat</translation>
    </message>
    <message>
        <source>Copy &amp;report</source>
        <translation>Berich&amp;t kopieren</translation>
    </message>
    <message>
        <source>Versions and the end of the log, to be sent</source>
        <translation>Versionen und das Ende des Protokolls, zum Verschicken</translation>
    </message>
    <message>
        <source>&amp;About Woodcock</source>
        <translation>&amp;Über Woodcock</translation>
    </message>
    <message>
        <source>Its version and licence</source>
        <translation>Version und Lizenz</translation>
    </message>
    <message>
        <source>Smaller brush</source>
        <translation>Kleinerer Pinsel</translation>
    </message>
    <message>
        <source>Larger brush</source>
        <translation>Größerer Pinsel</translation>
    </message>
    <message>
        <source>Shift and the wheel do the same</source>
        <translation>Umschalttaste und Rad tun dasselbe</translation>
    </message>
    <message>
        <source>New while held</source>
        <translation>Neu, solange gehalten</translation>
    </message>
    <message>
        <source>The stroke cuts a new layer, whatever is chosen</source>
        <translation>Der Strich schneidet eine neue Ebene, was auch gewählt ist</translation>
    </message>
    <message>
        <source>Add while held</source>
        <translation>Dazu, solange gehalten</translation>
    </message>
    <message>
        <source>The stroke adds to the selected layer</source>
        <translation>Der Strich fügt der gewählten Ebene hinzu</translation>
    </message>
    <message>
        <source>Take while held</source>
        <translation>Weg, solange gehalten</translation>
    </message>
    <message>
        <source>The stroke takes from the selected layer</source>
        <translation>Der Strich nimmt von der gewählten Ebene weg</translation>
    </message>
    <message>
        <source>Loupe</source>
        <translation>Lupe</translation>
    </message>
    <message>
        <source>What is under the pointer, larger</source>
        <translation>Was unter dem Zeiger ist, größer</translation>
    </message>
    <message>
        <source>Next thing</source>
        <translation>Nächstes Ding</translation>
    </message>
    <message>
        <source>After Find subject: the next thing</source>
        <translation>Nach „Motiv finden“: das nächste Ding</translation>
    </message>
    <message>
        <source>Fullest frame</source>
        <translation>Vollstes Bild</translation>
    </message>
    <message>
        <source>To the frame that shows the most of what is hidden</source>
        <translation>Zum Bild, das am meisten von dem zeigt, was verdeckt ist</translation>
    </message>
    <message>
        <source>Worst place</source>
        <translation>Schlechteste Stelle</translation>
    </message>
    <message>
        <source>To the next place that looks mended</source>
        <translation>Zur nächsten Stelle, die geflickt aussieht</translation>
    </message>
    <message>
        <source>Picture</source>
        <translation>Bild</translation>
    </message>
    <message>
        <source>Before</source>
        <translation>Vorher</translation>
    </message>
    <message>
        <source>While held: the photo, or the picture without its finish</source>
        <translation>Solange gehalten: das Foto, oder das Bild ohne Ausarbeitung</translation>
    </message>
    <message>
        <source>Give up</source>
        <translation>Abbrechen</translation>
    </message>
    <message>
        <source>Ends what was begun; the picture alone</source>
        <translation>Beendet, was begonnen wurde; das Bild allein</translation>
    </message>
    <message>
        <source>List</source>
        <translation>Liste</translation>
    </message>
    <message>
        <source>Rename</source>
        <translation>Umbenennen</translation>
    </message>
    <message>
        <source>The selected layer or carrier</source>
        <translation>Die gewählte Ebene oder der gewählte Träger</translation>
    </message>
    <message>
        <source>Lanes</source>
        <translation>Bahnen</translation>
    </message>
    <message>
        <source>Delete</source>
        <translation>Löschen</translation>
    </message>
    <message>
        <source>The chosen keys</source>
        <translation>Die gewählten Schlüssel</translation>
    </message>
    <message>
        <source>Duplicate</source>
        <translation>Verdoppeln</translation>
    </message>
    <message>
        <source>Commands and keys</source>
        <translation>Befehle und Tasten</translation>
    </message>
    <message>
        <source>What do you want to do?</source>
        <translation>Was möchten Sie tun?</translation>
    </message>
    <message>
        <source>Part of a name, of what it does, or of a key; Enter does it</source>
        <translation>Ein Teil eines Namens, dessen, was getan wird, oder einer Taste; Eingabe tut es</translation>
    </message>
    <message>
        <source>Find a command</source>
        <translation>Einen Befehl suchen</translation>
    </message>
    <message>
        <source>Command</source>
        <translation>Befehl</translation>
    </message>
    <message>
        <source>Key</source>
        <translation>Taste</translation>
    </message>
    <message>
        <source>What it does</source>
        <translation>Was er tut</translation>
    </message>
    <message>
        <source>Commands</source>
        <translation>Befehle</translation>
    </message>
    <message>
        <source>Do it</source>
        <translation>Ausführen</translation>
    </message>
    <message>
        <source>Does the command (Enter)</source>
        <translation>Führt den Befehl aus (Eingabe)</translation>
    </message>
    <message>
        <source>Press the key that the command is to have</source>
        <translation>Drücken Sie die Taste, die der Befehl haben soll</translation>
    </message>
    <message>
        <source>Another key</source>
        <translation>Andere Taste</translation>
    </message>
    <message>
        <source>Give it this key</source>
        <translation>Diese Taste geben</translation>
    </message>
    <message>
        <source>Kept for all projects</source>
        <translation>Gilt für alle Projekte</translation>
    </message>
    <message>
        <source>As it ships</source>
        <translation>Wie geliefert</translation>
    </message>
    <message>
        <source>Gives it the key that it came with</source>
        <translation>Gibt ihm die Taste, mit der er kam</translation>
    </message>
    <message>
        <source>Nothing is called like that.</source>
        <translation>Nichts heißt so.</translation>
    </message>
    <message>
        <source>This is done by hand in the picture; its key stays.</source>
        <translation>Das geschieht von Hand im Bild; seine Taste bleibt.</translation>
    </message>
    <message>
        <source>{keys} does “{title}”. Give that another key first.</source>
        <translation>{keys} tut „{title}“. Geben Sie dem zuerst eine andere Taste.</translation>
    </message>
    <message>
        <source>{keys} does “{title}” now. Give that another first.</source>
        <translation>{keys} tut jetzt „{title}“. Geben Sie dem zuerst eine andere.</translation>
    </message>
    <message>
        <source>Cut it</source>
        <translation>Schneiden</translation>
    </message>
    <message>
        <source>See what is behind it</source>
        <translation>Sehen, was dahinter ist</translation>
    </message>
    <message>
        <source>Set it in depth</source>
        <translation>In die Tiefe stellen</translation>
    </message>
    <message>
        <source>Move it</source>
        <translation>Bewegen</translation>
    </message>
    <message>
        <source>Take the carrier away</source>
        <translation>Träger wegnehmen</translation>
    </message>
    <message>
        <source>Delete {name}</source>
        <translation>{name} löschen</translation>
    </message>
    <message>
        <source>Hide</source>
        <translation>Ausblenden</translation>
    </message>
    <message>
        <source>Show</source>
        <translation>Zeigen</translation>
    </message>
    <message>
        <source>Show it alone, or all again</source>
        <translation>Allein zeigen, oder wieder alle</translation>
    </message>
    <message>
        <source>Show alone</source>
        <translation>Allein zeigen</translation>
    </message>
    <message>
        <source>Unlock</source>
        <translation>Entsperren</translation>
    </message>
    <message>
        <source>Lock</source>
        <translation>Sperren</translation>
    </message>
    <message>
        <source>Hold framing</source>
        <translation>Ausschnitt halten</translation>
    </message>
    <message>
        <source>Copy it</source>
        <translation>Kopieren</translation>
    </message>
    <message>
        <source>Copy {name}</source>
        <translation>{name} kopieren</translation>
    </message>
    <message>
        <source>Focal length and focus (Stage)</source>
        <translation>Brennweite und Schärfe (Bühne)</translation>
    </message>
    <message>
        <source>Its move (Move)</source>
        <translation>Seine Bewegung (Bewegung)</translation>
    </message>
    <message>
        <source>Still: take all its keys away</source>
        <translation>Ruhig: alle seine Schlüssel wegnehmen</translation>
    </message>
    <message>
        <source>Still</source>
        <translation>Ruhig</translation>
    </message>
    <message>
        <source>To {time:.2f} s</source>
        <translation>Zu {time:.2f} s</translation>
    </message>
    <message>
        <source>Easing to the next</source>
        <translation>Verlauf zum nächsten</translation>
    </message>
    <message>
        <source>Easing</source>
        <translation>Verlauf</translation>
    </message>
    <message>
        <source>Copy</source>
        <translation>Kopieren</translation>
    </message>
    <message>
        <source>Put in at the playhead</source>
        <translation>Am Abspielkopf einsetzen</translation>
    </message>
    <message>
        <source>Delete keys</source>
        <translation>Schlüssel löschen</translation>
    </message>
    <message>
        <source>Choose all keys</source>
        <translation>Alle Schlüssel wählen</translation>
    </message>
    <message>
        <source>{tip}; a double click fits it again</source>
        <translation>{tip}; ein Doppelklick passt es wieder ein</translation>
    </message>
    <message numerus="yes">
        <source>%n pixels</source>
        <translation>
            <numerusform>%n Pixel</numerusform>
            <numerusform>%n Pixel</numerusform>
        </translation>
    </message>
    <message>
        <source>
Drag sideways to change it.</source>
        <translation>
Seitwärts ziehen ändert es.</translation>
    </message>
    <message>
        <source>Photos</source>
        <translation>Fotos</translation>
    </message>
    <message>
        <source>Layered pictures</source>
        <translation>Bilder mit Ebenen</translation>
    </message>
    <message>
        <source>Woodcock projects</source>
        <translation>Woodcock-Projekte</translation>
    </message>
    <message>
        <source>Photos and projects</source>
        <translation>Fotos und Projekte</translation>
    </message>
    <message>
        <source>Pictures</source>
        <translation>Bilder</translation>
    </message>
    <message>
        <source>Clips</source>
        <translation>Clips</translation>
    </message>
    <message>
        <source>Sounds</source>
        <translation>Töne</translation>
    </message>
    <message>
        <source>Looks</source>
        <translation>Looks</translation>
    </message>
    <message>
        <source>Depth maps</source>
        <translation>Tiefenkarten</translation>
    </message>
    <message>
        <source>Folders</source>
        <translation>Ordner</translation>
    </message>
    <message>
        <source>Tables</source>
        <translation>Tabellen</translation>
    </message>
    <message>
        <source>ONNX models</source>
        <translation>ONNX-Modelle</translation>
    </message>
    <message>
        <source>Shows or hides this section</source>
        <translation>Zeigt diesen Abschnitt, oder klappt ihn zu</translation>
    </message>
    <message>
        <source>Brush size in photo pixels (Shift+wheel)</source>
        <translation>Pinselgröße in Fotopixeln (Umschalt+Rad)</translation>
    </message>
    <message>
        <source>How sharp the brush&apos;s rim is</source>
        <translation>Wie scharf der Rand des Pinsels ist</translation>
    </message>
    <message>
        <source>How much a stroke covers at the most</source>
        <translation>Wie viel ein Strich höchstens deckt</translation>
    </message>
    <message>
        <source>The place before</source>
        <translation>Die Stelle davor</translation>
    </message>
    <message>
        <source>The next place</source>
        <translation>Die nächste Stelle</translation>
    </message>
    <message numerus="yes">
        <source>%n places</source>
        <translation>
            <numerusform>%n Stelle</numerusform>
            <numerusform>%n Stellen</numerusform>
        </translation>
    </message>
    <message>
        <source>{at} of {found}: {says}</source>
        <translation>{at} von {found}: {says}</translation>
    </message>
    <message>
        <source>{name} is there already. Replace it by this one?</source>
        <translation>{name} gibt es schon. Durch dies hier ersetzen?</translation>
    </message>
    <message>
        <source>Delete the chosen one</source>
        <translation>Löscht, was gewählt ist</translation>
    </message>
    <message>
        <source>Ticked is seen. F2 or a double click renames.</source>
        <translation>Was angehakt ist, ist zu sehen. F2 oder ein Doppelklick benennt um.</translation>
    </message>
    <message>
        <source>Add {what}</source>
        <translation>{what} hinzufügen</translation>
    </message>
    <message>
        <source>{name} shown</source>
        <translation>{name} eingeblendet</translation>
    </message>
    <message>
        <source>{name} hidden</source>
        <translation>{name} ausgeblendet</translation>
    </message>
    <message>
        <source>Rename {name}</source>
        <translation>{name} umbenennen</translation>
    </message>
    <message>
        <source>Enlarge the photo itself</source>
        <translation>Das Foto selbst vergrößern</translation>
    </message>
    <message>
        <source>The project changed meanwhile: the photo was left as it is.</source>
        <translation>Das Projekt hat sich inzwischen geändert: Das Foto blieb, wie es war.</translation>
    </message>
    <message>
        <source>Enlarging</source>
        <translation>Vergrößern</translation>
    </message>
    <message>
        <source>The clip</source>
        <translation>Den Clip</translation>
    </message>
    <message>
        <source>How far away things are</source>
        <translation>Wie weit weg alles ist</translation>
    </message>
    <message>
        <source>Two eyes, side by side</source>
        <translation>Zwei Augen, nebeneinander</translation>
    </message>
    <message>
        <source>Two eyes, one over the other</source>
        <translation>Zwei Augen, übereinander</translation>
    </message>
    <message>
        <source>Two eyes, red and cyan</source>
        <translation>Zwei Augen, rot und cyan</translation>
    </message>
    <message>
        <source>Two eyes, a file each</source>
        <translation>Zwei Augen, je eine Datei</translation>
    </message>
    <message>
        <source>The left eye alone</source>
        <translation>Nur das linke Auge</translation>
    </message>
    <message>
        <source>The right eye alone</source>
        <translation>Nur das rechte Auge</translation>
    </message>
    <message>
        <source>From eye to eye and back</source>
        <translation>Von Auge zu Auge und zurück</translation>
    </message>
    <message>
        <source>Ordered</source>
        <translation>Geordnet</translation>
    </message>
    <message>
        <source>Diffused</source>
        <translation>Gestreut</translation>
    </message>
    <message>
        <source>None</source>
        <translation>Keine</translation>
    </message>
    <message>
        <source>Shows</source>
        <translation>Zeigt</translation>
    </message>
    <message>
        <source>What is seen in it</source>
        <translation>Was darin zu sehen ist</translation>
    </message>
    <message>
        <source>Format</source>
        <translation>Format</translation>
    </message>
    <message>
        <source>How its files are written</source>
        <translation>Wie seine Dateien geschrieben werden</translation>
    </message>
    <message>
        <source>Size</source>
        <translation>Größe</translation>
    </message>
    <message>
        <source>How large it is</source>
        <translation>Wie groß es ist</translation>
    </message>
    <message>
        <source>Frames a second</source>
        <translation>Bilder je Sekunde</translation>
    </message>
    <message>
        <source>How many frames are shown a second</source>
        <translation>Wie viele Bilder in einer Sekunde gezeigt werden</translation>
    </message>
    <message>
        <source>From</source>
        <translation>Von</translation>
    </message>
    <message>
        <source>Where it begins</source>
        <translation>Wo es beginnt</translation>
    </message>
    <message>
        <source>To</source>
        <translation>Bis</translation>
    </message>
    <message>
        <source>Where it ends</source>
        <translation>Wo es endet</translation>
    </message>
    <message>
        <source>Quality</source>
        <translation>Qualität</translation>
    </message>
    <message>
        <source>Higher is better and larger</source>
        <translation>Mehr ist besser und größer</translation>
    </message>
    <message>
        <source>Colours</source>
        <translation>Farben</translation>
    </message>
    <message>
        <source>How finely colours are told</source>
        <translation>Wie fein Farben unterschieden werden</translation>
    </message>
    <message>
        <source>Dither</source>
        <translation>Raster</translation>
    </message>
    <message>
        <source>How colours between are shown: ordered stands still, diffused is finer</source>
        <translation>Wie Zwischenfarben gezeigt werden: geordnet steht still, gestreut ist feiner</translation>
    </message>
    <message>
        <source>Played</source>
        <translation>Gespielt</translation>
    </message>
    <message>
        <source>How often it is played</source>
        <translation>Wie oft es gespielt wird</translation>
    </message>
    <message>
        <source>for ever</source>
        <translation>ohne Ende</translation>
    </message>
    <message>
        <source>Eyes apart</source>
        <translation>Augenabstand</translation>
    </message>
    <message>
        <source>How far the eyes are apart</source>
        <translation>Wie weit die Augen auseinander sind</translation>
    </message>
    <message>
        <source>In the screen</source>
        <translation>Im Schirm</translation>
    </message>
    <message>
        <source>How far away what lies in the screen is: nearer things stand out of it</source>
        <translation>Wie weit weg ist, was im Bildschirm liegt: Näheres tritt heraus</translation>
    </message>
    <message>
        <source>Without the background</source>
        <translation>Ohne den Hintergrund</translation>
    </message>
    <message>
        <source>Transparent where only it is</source>
        <translation>Durchsichtig, wo nur er ist</translation>
    </message>
    <message>
        <source>To and fro</source>
        <translation>Hin und her</translation>
    </message>
    <message>
        <source>It comes back to its start</source>
        <translation>Es kommt an seinen Anfang zurück</translation>
    </message>
    <message>
        <source>Every pixel as it is</source>
        <translation>Jeder Pixel, wie er ist</translation>
    </message>
    <message>
        <source>Lossless, and larger</source>
        <translation>Verlustfrei, und größer</translation>
    </message>
    <message>
        <source>With sound</source>
        <translation>Mit Ton</translation>
    </message>
    <message>
        <source>What is heard under the clip</source>
        <translation>Was unter dem Clip zu hören ist</translation>
    </message>
    <message>
        <source>As the clip</source>
        <translation>Wie der Clip</translation>
    </message>
    <message numerus="yes">
        <source>%n lines</source>
        <translation>
            <numerusform>%n Zeile</numerusform>
            <numerusform>%n Zeilen</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n bits</source>
        <translation>
            <numerusform>%n Bit</numerusform>
            <numerusform>%n Bit</numerusform>
        </translation>
    </message>
    <message>
        <source>Export the clip</source>
        <translation>Clip exportieren</translation>
    </message>
    <message>
        <source>Name the folder the pictures go into</source>
        <translation>Den Ordner für die Bilder benennen</translation>
    </message>
    <message>
        <source>{name} is there already. Pictures of the same name in it are replaced; everything else stays.</source>
        <translation>{name} gibt es schon. Gleichnamige Bilder darin werden ersetzt; alles andere bleibt.</translation>
    </message>
    <message>
        <source>Write the layers</source>
        <translation>Ebenen schreiben</translation>
    </message>
    <message>
        <source>Name a new folder for the layers</source>
        <translation>Einen neuen Ordner für die Ebenen benennen</translation>
    </message>
    <message>
        <source>Writing the layers</source>
        <translation>Ebenen werden geschrieben</translation>
    </message>
    <message>
        <source>The layers are in {where}.</source>
        <translation>Die Ebenen sind in {where}.</translation>
    </message>
    <message>
        <source> It is number {wait} of those that wait.</source>
        <translation> Es wartet als Nummer {wait}.</translation>
    </message>
    <message>
        <source>{name} is in the queue; go on meanwhile.{later}</source>
        <translation>{name} ist in der Warteschlange; arbeiten Sie inzwischen weiter.{later}</translation>
    </message>
    <message numerus="yes">
        <source>%n exports were not finished the last time. The queue in Export has them.</source>
        <translation>
            <numerusform>%n Export wurde beim letzten Mal nicht fertig. Die Warteschlange im Export hat ihn.</numerusform>
            <numerusform>%n Exporte wurden beim letzten Mal nicht fertig. Die Warteschlange im Export hat sie.</numerusform>
        </translation>
    </message>
    <message>
        <source>{name} is ready, in {parent}.</source>
        <translation>{name} ist fertig, in {parent}.</translation>
    </message>
    <message>
        <source>{name} was cancelled. Nothing half-done was left behind.</source>
        <translation>{name} wurde abgebrochen. Nichts Halbfertiges blieb zurück.</translation>
    </message>
    <message>
        <source>Grow the layers to close them</source>
        <translation>Ebenen erweitern, bis sie zu sind</translation>
    </message>
    <message>
        <source>Carry every layer named above on beyond the photo&apos;s borders, as far as the move needs</source>
        <translation>Führt jede oben genannte Ebene über den Rand des Fotos hinaus fort, so weit die Bewegung es braucht</translation>
    </message>
    <message>
        <source>Looking at every frame …</source>
        <translation>Jedes Bild wird angesehen …</translation>
    </message>
    <message numerus="yes">
        <source>No gaps in any of %n frames.</source>
        <translation>
            <numerusform>Keine Lücken in %n Bild.</numerusform>
            <numerusform>Keine Lücken in allen %n Bildern.</numerusform>
        </translation>
    </message>
    <message>
        <source>Close the gaps</source>
        <translation>Lücken schließen</translation>
    </message>
    <message>
        <source>OpenRaster (.ora)</source>
        <translation>OpenRaster (.ora)</translation>
    </message>
    <message>
        <source>One file with every layer, its name, place and blending.</source>
        <translation>Eine Datei mit jeder Ebene, ihrem Namen, Platz und ihrer Mischung.</translation>
    </message>
    <message>
        <source>TIFF, a page a layer</source>
        <translation>TIFF, eine Seite je Ebene</translation>
    </message>
    <message>
        <source>One file, every layer a page with its name.</source>
        <translation>Eine Datei, jede Ebene eine Seite mit ihrem Namen.</translation>
    </message>
    <message>
        <source>A folder of PNG</source>
        <translation>Ein Ordner mit PNG</translation>
    </message>
    <message>
        <source>A picture a layer, and a list of names and places.</source>
        <translation>Ein Bild je Ebene, und eine Liste der Namen und Plätze.</translation>
    </message>
    <message>
        <source>OpenEXR, a part a layer</source>
        <translation>OpenEXR, ein Teil je Ebene</translation>
    </message>
    <message>
        <source>Linear light, with every layer&apos;s distance as Z.</source>
        <translation>Lineares Licht, mit dem Abstand jeder Ebene als Z.</translation>
    </message>
    <message>
        <source>Exact</source>
        <translation>Genau</translation>
    </message>
    <message>
        <source>For another background</source>
        <translation>Für anderen Hintergrund</translation>
    </message>
    <message>
        <source>As in the photo</source>
        <translation>Wie im Foto</translation>
    </message>
    <message>
        <source>Every layer as a transparent picture, with all that was rebuilt behind.</source>
        <translation>Jede Ebene als durchsichtiges Bild, mit allem, was dahinter ergänzt wurde.</translation>
    </message>
    <message>
        <source>How the layers are written</source>
        <translation>Wie die Ebenen geschrieben werden</translation>
    </message>
    <message>
        <source>As</source>
        <translation>Als</translation>
    </message>
    <message>
        <source>8 bits</source>
        <translation>8 Bit</translation>
    </message>
    <message>
        <source>16 bits</source>
        <translation>16 Bit</translation>
    </message>
    <message>
        <source>Exact: all layers together are the photo. For another background: cleaned, no more of a pixel than is the layer&apos;s. As in the photo: with all that shines through</source>
        <translation>Genau: alle Ebenen zusammen sind das Foto. Für anderen Hintergrund: gereinigt, nicht mehr von einem Pixel, als der Ebene gehört. Wie im Foto: mit allem, was durchscheint</translation>
    </message>
    <message>
        <source>Edges</source>
        <translation>Ränder</translation>
    </message>
    <message>
        <source>Cropped to what they show</source>
        <translation>Auf das Sichtbare beschnitten</translation>
    </message>
    <message>
        <source>Smaller pictures at their places; else each as large as the photo</source>
        <translation>Kleinere Bilder an ihren Plätzen; sonst jedes so groß wie das Foto</translation>
    </message>
    <message>
        <source>Write the layers …</source>
        <translation>Ebenen schreiben …</translation>
    </message>
    <message>
        <source>Choose where the layers go</source>
        <translation>Wählen, wohin die Ebenen kommen</translation>
    </message>
    <message>
        <source>What for</source>
        <translation>Wofür</translation>
    </message>
    <message>
        <source>What the clip is made for; Details has what comes of it</source>
        <translation>Wofür der Clip gemacht wird; in den Einzelheiten steht, was daraus folgt</translation>
    </message>
    <message>
        <source>Export …</source>
        <translation>Exportieren …</translation>
    </message>
    <message>
        <source>Choose where, and put it in the queue (Ctrl+E)</source>
        <translation>Wählen, wohin, und in die Warteschlange stellen (Strg+E)</translation>
    </message>
    <message>
        <source>Details</source>
        <translation>Einzelheiten</translation>
    </message>
    <message>
        <source>Format, size, rate, part of the clip, quality and more</source>
        <translation>Format, Größe, Bildrate, Teil des Clips, Qualität und mehr</translation>
    </message>
    <message>
        <source>Details ▾</source>
        <translation>Einzelheiten ▾</translation>
    </message>
    <message>
        <source>Details ▸</source>
        <translation>Einzelheiten ▸</translation>
    </message>
    <message numerus="yes">
        <source>Export %n shapes …</source>
        <translation>
            <numerusform>%n Form exportieren …</numerusform>
            <numerusform>%n Formen exportieren …</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>About {size}, {time}: %n frames</source>
        <translation>
            <numerusform>Etwa {size}, {time}: %n Bild</numerusform>
            <numerusform>Etwa {size}, {time}: %n Bilder</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>{text}, in each of %n shapes.</source>
        <translation>
            <numerusform>{text}, in %n Form.</numerusform>
            <numerusform>{text}, in jeder von %n Formen.</numerusform>
        </translation>
    </message>
    <message>
        <source>Size and time: making a few frames on trial …</source>
        <translation>Größe und Zeit: ein paar Bilder auf Probe …</translation>
    </message>
    <message>
        <source>Size and time are told when the queue is empty.</source>
        <translation>Größe und Zeit werden genannt, wenn die Warteschlange leer ist.</translation>
    </message>
    <message>
        <source>Estimating</source>
        <translation>Schätzen</translation>
    </message>
    <message>
        <source>Clip</source>
        <translation>Clip</translation>
    </message>
    <message>
        <source>What the clip is made for</source>
        <translation>Wofür der Clip gemacht wird</translation>
    </message>
    <message>
        <source>Queue</source>
        <translation>Aufträge</translation>
    </message>
    <message>
        <source>What waits, what is ready</source>
        <translation>Was wartet, was fertig ist</translation>
    </message>
    <message>
        <source>Every layer as a picture of its own</source>
        <translation>Jede Ebene als eigenes Bild</translation>
    </message>
    <message>
        <source>Edges and gaps</source>
        <translation>Ränder und Lücken</translation>
    </message>
    <message numerus="yes">
        <source>{width} × {height}, {rate:g} frames a second, {seconds:g} s: %n frames.</source>
        <translation>
            <numerusform>{width} × {height}, {rate:g} Bilder je Sekunde, {seconds:g} s: %n Bild.</numerusform>
            <numerusform>{width} × {height}, {rate:g} Bilder je Sekunde, {seconds:g} s: %n Bilder.</numerusform>
        </translation>
    </message>
    <message>
        <source>Queue ({left})</source>
        <translation>Aufträge ({left})</translation>
    </message>
    <message>
        <source>Nothing waits. What you export is put here and made one after the other, from the clip as it was then; go on with your work meanwhile.</source>
        <translation>Nichts wartet. Was Sie exportieren, kommt hierher und wird eins nach dem anderen gemacht, aus dem Clip, wie er dann war; arbeiten Sie inzwischen weiter.</translation>
    </message>
    <message>
        <source>Make it earlier</source>
        <translation>Früher machen</translation>
    </message>
    <message>
        <source>Make it later</source>
        <translation>Später machen</translation>
    </message>
    <message>
        <source>Give it up
Nothing half-done stays</source>
        <translation>Aufgeben
Nichts Halbfertiges bleibt</translation>
    </message>
    <message>
        <source>Make it after all</source>
        <translation>Doch noch machen</translation>
    </message>
    <message>
        <source>Open what was made</source>
        <translation>Öffnen, was gemacht wurde</translation>
    </message>
    <message>
        <source>Show its folder</source>
        <translation>Ordner zeigen</translation>
    </message>
    <message>
        <source>Take it off this list
What was made stays where it is</source>
        <translation>Von dieser Liste nehmen
Was gemacht wurde, bleibt, wo es ist</translation>
    </message>
    <message>
        <source>ready, took {time}</source>
        <translation>fertig, dauerte {time}</translation>
    </message>
    <message>
        <source>rests</source>
        <translation>ruht</translation>
    </message>
    <message>
        <source>given up</source>
        <translation>aufgegeben</translation>
    </message>
    <message>
        <source>Pause</source>
        <translation>Pause</translation>
    </message>
    <message>
        <source>Stop where it is, and go on from there</source>
        <translation>Anhalten, wo es ist, und von dort weitermachen</translation>
    </message>
    <message>
        <source>Clear</source>
        <translation>Leeren</translation>
    </message>
    <message>
        <source>Take all that is ready off this list</source>
        <translation>Nimmt alles, was fertig ist, von dieser Liste</translation>
    </message>
    <message>
        <source>Go on with what was left</source>
        <translation>Übriges fortsetzen</translation>
    </message>
    <message>
        <source>Make all that was not finished</source>
        <translation>Macht alles, was nicht fertig wurde</translation>
    </message>
    <message>
        <source>Go on</source>
        <translation>Fortsetzen</translation>
    </message>
    <message>
        <source>{shape}: make it in this shape, too</source>
        <translation>{shape}: auch in dieser Form machen</translation>
    </message>
    <message>
        <source>Frame it by itself</source>
        <translation>Von selbst rahmen</translation>
    </message>
    <message>
        <source>As it would be framed by itself, with the subject in it</source>
        <translation>So, wie es von selbst gerahmt würde, mit dem Motiv darin</translation>
    </message>
    <message>
        <source>{shape}: drag its frame in the picture, or a corner of it; it is kept with the project.</source>
        <translation>{shape}: Ziehen Sie den Ausschnitt im Bild, oder eine Ecke davon; er bleibt im Projekt.</translation>
    </message>
    <message>
        <source>Frame a shape by itself</source>
        <translation>Eine Form von selbst rahmen</translation>
    </message>
    <message>
        <source>Frame a shape</source>
        <translation>Eine Form rahmen</translation>
    </message>
    <message>
        <source>Open a photo or a project</source>
        <translation>Ein Foto oder ein Projekt öffnen</translation>
    </message>
    <message>
        <source>Opening</source>
        <translation>Öffnen</translation>
    </message>
    <message>
        <source>{most} of {paths} files are opened at a time.</source>
        <translation>{most} von {paths} Dateien werden auf einmal geöffnet.</translation>
    </message>
    <message>
        <source>Make a clip from a photo</source>
        <translation>Einen Clip aus einem Foto machen</translation>
    </message>
    <message>
        <source>Nothing was opened: your work is as it was.</source>
        <translation>Nichts wurde geöffnet: Ihre Arbeit ist, wie sie war.</translation>
    </message>
    <message>
        <source>Add pictures as layers</source>
        <translation>Bilder als Ebenen hinzufügen</translation>
    </message>
    <message>
        <source>Add pictures</source>
        <translation>Bilder hinzufügen</translation>
    </message>
    <message>
        <source>Save the project</source>
        <translation>Projekt speichern</translation>
    </message>
    <message>
        <source>Open</source>
        <translation>Öffnen</translation>
    </message>
    <message>
        <source>Saved as {name}.</source>
        <translation>Gespeichert als {name}.</translation>
    </message>
    <message>
        <source>Saving</source>
        <translation>Speichern</translation>
    </message>
    <message>
        <source>Not saved</source>
        <translation>Nicht gespeichert</translation>
    </message>
    <message>
        <source>Save elsewhere …</source>
        <translation>Anderswo speichern …</translation>
    </message>
    <message>
        <source>Write over it</source>
        <translation>Überschreiben</translation>
    </message>
    <message>
        <source>Not now</source>
        <translation>Jetzt nicht</translation>
    </message>
    <message>
        <source>Unsaved work</source>
        <translation>Ungespeicherte Arbeit</translation>
    </message>
    <message>
        <source>Export under way</source>
        <translation>Export läuft</translation>
    </message>
    <message>
        <source>A clip is still being made. No half file stays behind; the queue has it the next time.</source>
        <translation>Ein Clip wird noch gemacht. Keine halbe Datei bleibt zurück; die Warteschlange hat ihn das nächste Mal.</translation>
    </message>
    <message>
        <source>This project has changes that are not saved.</source>
        <translation>Dieses Projekt hat Änderungen, die nicht gespeichert sind.</translation>
    </message>
    <message>
        <source>Save them before going on?</source>
        <translation>Vorher speichern?</translation>
    </message>
    <message>
        <source>Save</source>
        <translation>Speichern</translation>
    </message>
    <message>
        <source>Don&apos;t save</source>
        <translation>Nicht speichern</translation>
    </message>
    <message>
        <source>Stop it and close</source>
        <translation>Anhalten und schließen</translation>
    </message>
    <message>
        <source>Cancel</source>
        <translation>Abbrechen</translation>
    </message>
    <message>
        <source>What</source>
        <translation>Was</translation>
    </message>
    <message>
        <source>What it is: how much, how large, how fast</source>
        <translation>Was es ist: wie viel, wie groß, wie schnell</translation>
    </message>
    <message>
        <source>Where</source>
        <translation>Wo</translation>
    </message>
    <message>
        <source>From how far to how far, and between which layers</source>
        <translation>Von wie weit bis wie weit, und zwischen welchen Ebenen</translation>
    </message>
    <message>
        <source>Wind</source>
        <translation>Wind</translation>
    </message>
    <message>
        <source>How it is blown</source>
        <translation>Wie es geweht wird</translation>
    </message>
    <message>
        <source>Seed</source>
        <translation>Zufallszahl</translation>
    </message>
    <message>
        <source>Another number is other air of the same kind</source>
        <translation>Eine andere Zahl ist andere Luft derselben Art</translation>
    </message>
    <message>
        <source>How wide the smallest and the largest are</source>
        <translation>Wie breit die kleinsten und die größten sind</translation>
    </message>
    <message>
        <source>Smallest</source>
        <translation>Kleinste</translation>
    </message>
    <message>
        <source>Largest</source>
        <translation>Größte</translation>
    </message>
    <message>
        <source>Streaked</source>
        <translation>Gestreckt</translation>
    </message>
    <message>
        <source>Without motion blur, as by a shutter that is open so long</source>
        <translation>Ohne Bewegungsunschärfe, wie von einem Verschluss, der so lange offen ist</translation>
    </message>
    <message>
        <source>Turns</source>
        <translation>Dreht sich</translation>
    </message>
    <message>
        <source>How often it tumbles a second</source>
        <translation>Wie oft es je Sekunde taumelt</translation>
    </message>
    <message>
        <source>A picture of yours …</source>
        <translation>Ein eigenes Bild …</translation>
    </message>
    <message>
        <source>Show a picture in place of what flies: best cut out, with transparency</source>
        <translation>Zeigt ein Bild statt dessen, was fliegt: am besten freigestellt, mit Transparenz</translation>
    </message>
    <message>
        <source>As it was drawn</source>
        <translation>Wie gezeichnet</translation>
    </message>
    <message>
        <source>No picture of yours any more</source>
        <translation>Kein eigenes Bild mehr</translation>
    </message>
    <message>
        <source>Banks wide</source>
        <translation>Bänke breit</translation>
    </message>
    <message>
        <source>How wide a bank of mist is</source>
        <translation>Wie breit eine Nebelbank ist</translation>
    </message>
    <message>
        <source>Lies low</source>
        <translation>Liegt tief</translation>
    </message>
    <message>
        <source>Over how much height it thins out above the ground; 0 is everywhere alike</source>
        <translation>Über welche Höhe es über dem Boden dünner wird; 0 ist überall gleich</translation>
    </message>
    <message>
        <source>… ground at</source>
        <translation>… Boden bei</translation>
    </message>
    <message>
        <source>How far below the lens the ground is</source>
        <translation>Wie weit unter dem Objektiv der Boden ist</translation>
    </message>
    <message>
        <source>Its colour</source>
        <translation>Seine Farbe</translation>
    </message>
    <message>
        <source>Colour</source>
        <translation>Farbe</translation>
    </message>
    <message>
        <source>Nearer to the lens there is none of it</source>
        <translation>Näher am Objektiv ist nichts davon</translation>
    </message>
    <message>
        <source>Farther from the lens there is none of it</source>
        <translation>Weiter vom Objektiv ist nichts davon</translation>
    </message>
    <message>
        <source>Only behind this layer</source>
        <translation>Nur hinter dieser Ebene</translation>
    </message>
    <message>
        <source>Only before this layer</source>
        <translation>Nur vor dieser Ebene</translation>
    </message>
    <message>
        <source>Behind</source>
        <translation>Hinter</translation>
    </message>
    <message>
        <source>The lens</source>
        <translation>Das Objektiv</translation>
    </message>
    <message>
        <source>Nothing</source>
        <translation>Nichts</translation>
    </message>
    <message>
        <source>What flies</source>
        <translation>Was fliegt</translation>
    </message>
    <message>
        <source>Blur this layer</source>
        <translation>Diese Ebene unscharf</translation>
    </message>
    <message>
        <source>By</source>
        <translation>Um</translation>
    </message>
    <message>
        <source>How wide a point becomes, in pixels of a frame of 1080 lines</source>
        <translation>Wie breit ein Punkt wird, in Pixeln eines Bildes von 1080 Zeilen</translation>
    </message>
    <message>
        <source>Grows away from a place</source>
        <translation>Wächst von einer Stelle aus</translation>
    </message>
    <message>
        <source>On: sharp about a place, drawn as a ring in the picture and dragged there, and more blurred the farther from it.
Off: the whole layer alike.</source>
        <translation>An: scharf um eine Stelle, die als Ring im Bild gezeichnet ist und dort gezogen wird, und unschärfer, je weiter davon.
Aus: die ganze Ebene gleich.</translation>
    </message>
    <message>
        <source>Sharp within</source>
        <translation>Scharf bis</translation>
    </message>
    <message>
        <source>How far from that place nothing is blurred, of the photo&apos;s height</source>
        <translation>Wie weit von der Stelle nichts unscharf ist, in Höhen des Fotos</translation>
    </message>
    <message>
        <source>Over how far it grows from there, of the photo&apos;s height</source>
        <translation>Über welche Strecke es von dort wächst, in Höhen des Fotos</translation>
    </message>
    <message>
        <source>Grows over</source>
        <translation>Wächst über</translation>
    </message>
    <message>
        <source>Blur {short}</source>
        <translation>{short} unscharf</translation>
    </message>
    <message>
        <source>Blur the selected layer</source>
        <translation>Gewählte Ebene unscharf</translation>
    </message>
    <message>
        <source>Blur this layer by an amount of its own, whatever the lens does</source>
        <translation>Macht diese Ebene um ein eigenes Maß unscharf, was das Objektiv auch tut</translation>
    </message>
    <message>
        <source>Choose a layer in the list below.</source>
        <translation>Wählen Sie unten in der Liste eine Ebene.</translation>
    </message>
    <message>
        <source>Blur of {name}</source>
        <translation>Unschärfe von {name}</translation>
    </message>
    <message>
        <source>All</source>
        <translation>Alle</translation>
    </message>
    <message>
        <source>The curve of all channels; it comes first</source>
        <translation>Die Kurve aller Kanäle; sie kommt zuerst</translation>
    </message>
    <message>
        <source>Red</source>
        <translation>Rot</translation>
    </message>
    <message>
        <source>The curve of red</source>
        <translation>Die Kurve von Rot</translation>
    </message>
    <message>
        <source>Green</source>
        <translation>Grün</translation>
    </message>
    <message>
        <source>The curve of green</source>
        <translation>Die Kurve von Grün</translation>
    </message>
    <message>
        <source>Blue</source>
        <translation>Blau</translation>
    </message>
    <message>
        <source>The curve of blue</source>
        <translation>Die Kurve von Blau</translation>
    </message>
    <message>
        <source>Curve</source>
        <translation>Kurve</translation>
    </message>
    <message>
        <source>Click to add a point, drag it; Delete, or dragging it out, takes it off. Arrow keys move the chosen one. Left is dark, right is bright.</source>
        <translation>Ein Klick setzt einen Punkt, ziehen bewegt ihn; Entf oder Hinausziehen nimmt ihn weg. Pfeiltasten bewegen den gewählten. Links ist dunkel, rechts hell.</translation>
    </message>
    <message numerus="yes">
        <source>%n points, none chosen</source>
        <translation>
            <numerusform>%n Punkt, keiner gewählt</numerusform>
            <numerusform>%n Punkte, keiner gewählt</numerusform>
        </translation>
    </message>
    <message>
        <source>point {chosen} of {points}: {x:.2f} to {y:.2f}</source>
        <translation>Punkt {chosen} von {points}: {x:.2f} zu {y:.2f}</translation>
    </message>
    <message>
        <source>Straight again</source>
        <translation>Wieder gerade</translation>
    </message>
    <message>
        <source>This curve leaves all as it is</source>
        <translation>Diese Kurve lässt alles, wie es ist</translation>
    </message>
    <message>
        <source>Curved: {all}.</source>
        <translation>Gebogen: {all}.</translation>
    </message>
    <message>
        <source>All are straight.</source>
        <translation>Alle sind gerade.</translation>
    </message>
    <message>
        <source>Choose from a list; all of it can be changed afterwards</source>
        <translation>Aus einer Liste wählen; alles lässt sich danach ändern</translation>
    </message>
    <message>
        <source>A whole finish at a click, as strong as you like</source>
        <translation>Eine ganze Ausarbeitung auf einen Klick, so stark Sie mögen</translation>
    </message>
    <message>
        <source>Grade</source>
        <translation>Farben</translation>
    </message>
    <message>
        <source>Exposure, contrast, colours, curves, with scopes</source>
        <translation>Belichtung, Kontrast, Farben, Kurven, mit Messbildern</translation>
    </message>
    <message>
        <source>Grain</source>
        <translation>Korn</translation>
    </message>
    <message>
        <source>Grain, vignette, halation, fringes, weave, flicker</source>
        <translation>Korn, Vignette, Lichthof, Säume, Bildstand, Flackern</translation>
    </message>
    <message>
        <source>Textures</source>
        <translation>Texturen</translation>
    </message>
    <message>
        <source>Paper, dust, light leaks over the picture</source>
        <translation>Papier, Staub, Lichteinfall über dem Bild</translation>
    </message>
    <message>
        <source>Fine noise that is another on every frame, as on film</source>
        <translation>Feines Rauschen, in jedem Bild ein anderes, wie auf Film</translation>
    </message>
    <message>
        <source>Vignette</source>
        <translation>Vignette</translation>
    </message>
    <message>
        <source>Corners that get less light</source>
        <translation>Ecken, die weniger Licht bekommen</translation>
    </message>
    <message>
        <source>Halation</source>
        <translation>Lichthof</translation>
    </message>
    <message>
        <source>A soft reddish shine about what is bright, as on film</source>
        <translation>Ein weicher, rötlicher Schein um Helles, wie auf Film</translation>
    </message>
    <message>
        <source>Colour fringes</source>
        <translation>Farbsäume</translation>
    </message>
    <message>
        <source>Red and blue lie apart from green towards the corners</source>
        <translation>Rot und Blau liegen zu den Ecken hin neben Grün</translation>
    </message>
    <message>
        <source>Gate weave</source>
        <translation>Bildstand</translation>
    </message>
    <message>
        <source>A picture a little unsteady, as in a projector</source>
        <translation>Ein etwas unruhiges Bild, wie in einem Projektor</translation>
    </message>
    <message>
        <source>Flicker</source>
        <translation>Flackern</translation>
    </message>
    <message>
        <source>Light that is another on every frame</source>
        <translation>Licht, das in jedem Bild ein anderes ist</translation>
    </message>
    <message>
        <source>As natural for the lens</source>
        <translation>Wie beim Objektiv</translation>
    </message>
    <message>
        <source>The cosine to the fourth power of the angle in which the lens sees: wide lenses have more of it</source>
        <translation>Die vierte Potenz des Kosinus des Winkels, unter dem das Objektiv sieht: weite Objektive haben mehr davon</translation>
    </message>
    <message>
        <source>The colour of the shine</source>
        <translation>Die Farbe des Scheins</translation>
    </message>
    <message>
        <source>Another number is another one of its kind</source>
        <translation>Eine andere Zahl ist ein anderes seiner Art</translation>
    </message>
    <message>
        <source>There is nothing in the picture there. All is as it was.</source>
        <translation>Dort ist nichts im Bild. Alles ist, wie es war.</translation>
    </message>
    <message>
        <source>Focus on {name}</source>
        <translation>Schärfe auf {name}</translation>
    </message>
    <message>
        <source>A flash lights whole layers, and hangs on no place. All is as it was.</source>
        <translation>Ein Blitz erhellt ganze Ebenen und hängt an keiner Stelle. Alles ist, wie es war.</translation>
    </message>
    <message>
        <source>{name} hung</source>
        <translation>{name} aufgehängt</translation>
    </message>
    <message>
        <source>Colour of the haze</source>
        <translation>Farbe des Dunstes</translation>
    </message>
    <message>
        <source>That was too short for an area. All is as it was.</source>
        <translation>Das war zu kurz für eine Fläche. Alles ist, wie es war.</translation>
    </message>
    <message>
        <source>Where {name} shimmers</source>
        <translation>Wo {name} flimmert</translation>
    </message>
    <message>
        <source>Lightning</source>
        <translation>Blitz</translation>
    </message>
    <message>
        <source>A lamp that flickers</source>
        <translation>Eine Lampe, die flackert</translation>
    </message>
    <message>
        <source>As it is keyed</source>
        <translation>Wie in Schlüsseln</translation>
    </message>
    <message>
        <source>It lights only what is ticked:</source>
        <translation>Er erhellt nur, was angehakt ist:</translation>
    </message>
    <message>
        <source>The layers that it lights</source>
        <translation>Die Ebenen, die er erhellt</translation>
    </message>
    <message>
        <source>Layers it lights</source>
        <translation>Ebenen, die er erhellt</translation>
    </message>
    <message>
        <source>How it flickers</source>
        <translation>Wie es flackert</translation>
    </message>
    <message>
        <source>Flickers</source>
        <translation>Flackert</translation>
    </message>
    <message>
        <source>When the lightning strikes</source>
        <translation>Wann der Blitz einschlägt</translation>
    </message>
    <message>
        <source>Strikes at</source>
        <translation>Schlägt ein</translation>
    </message>
    <message>
        <source>The light&apos;s colour</source>
        <translation>Die Farbe des Lichts</translation>
    </message>
    <message>
        <source>Another number is another flicker, another bolt</source>
        <translation>Eine andere Zahl ist ein anderes Flackern, ein anderer Strahl</translation>
    </message>
    <message>
        <source>With a bolt</source>
        <translation>Mit einem Strahl</translation>
    </message>
    <message>
        <source>A line that forks, at a distance between the layers</source>
        <translation>Eine Linie, die sich verzweigt, in einem Abstand zwischen den Ebenen</translation>
    </message>
    <message>
        <source>How far away the bolt is</source>
        <translation>Wie weit weg der Strahl ist</translation>
    </message>
    <message>
        <source>Distance</source>
        <translation>Abstand</translation>
    </message>
    <message>
        <source>How often it forks</source>
        <translation>Wie oft er sich verzweigt</translation>
    </message>
    <message>
        <source>Forks</source>
        <translation>Zweige</translation>
    </message>
    <message>
        <source>How wide it is, of the frame&apos;s height</source>
        <translation>Wie breit er ist, in Höhen des Bildes</translation>
    </message>
    <message>
        <source>Wide</source>
        <translation>Breite</translation>
    </message>
    <message>
        <source>Drag its ends in the picture.</source>
        <translation>Ziehen Sie seine Enden im Bild.</translation>
    </message>
    <message>
        <source>Depth of field</source>
        <translation>Schärfentiefe</translation>
    </message>
    <message>
        <source>Blur what is nearer or farther than the focus, as a lens does</source>
        <translation>Macht unscharf, was näher oder weiter ist als die Schärfe, wie ein Objektiv</translation>
    </message>
    <message>
        <source>Aperture f/</source>
        <translation>Blende f/</translation>
    </message>
    <message>
        <source>A small number blurs more: f/1.8 is wide open, f/16 has nearly all sharp</source>
        <translation>Eine kleine Zahl macht unschärfer: f/1.8 ist weit offen, f/16 hat fast alles scharf</translation>
    </message>
    <message>
        <source>Focus at</source>
        <translation>Scharf bei</translation>
    </message>
    <message>
        <source>What is so far from the lens is sharpest</source>
        <translation>Was so weit vom Objektiv ist, ist am schärfsten</translation>
    </message>
    <message>
        <source>Focus on a thing …</source>
        <translation>Auf ein Ding scharf stellen …</translation>
    </message>
    <message>
        <source>Then click a thing in the picture: it becomes sharp</source>
        <translation>Dann ein Ding im Bild anklicken: es wird scharf</translation>
    </message>
    <message>
        <source>The focus stays on this layer as it and the lens move: on where it was clicked</source>
        <translation>Die Schärfe bleibt auf dieser Ebene, wie sie und das Objektiv sich auch bewegen: dort, wo geklickt wurde</translation>
    </message>
    <message>
        <source>Stays on</source>
        <translation>Bleibt auf</translation>
    </message>
    <message>
        <source>By how much of its way a pull of the focus goes too far before it settles, as a hand on the ring does</source>
        <translation>Um wie viel ihres Weges die Schärfe zu weit geht, bevor sie sich setzt, wie von Hand am Ring</translation>
    </message>
    <message>
        <source>Hunting</source>
        <translation>Pumpen</translation>
    </message>
    <message>
        <source>Hunts by</source>
        <translation>Pumpt um</translation>
    </message>
    <message>
        <source>Show what is sharp</source>
        <translation>Zeigen, was scharf ist</translation>
    </message>
    <message>
        <source>Stripes over all that is in focus, in the picture at the playhead</source>
        <translation>Streifen über allem, was scharf ist, im Bild am Abspielkopf</translation>
    </message>
    <message>
        <source>The iris&apos;s shape, which bright points out of focus take on</source>
        <translation>Die Form der Blende, die helle Punkte in der Unschärfe annehmen</translation>
    </message>
    <message numerus="yes">
        <source>%n blades</source>
        <translation>
            <numerusform>%n Lamelle</numerusform>
            <numerusform>%n Lamellen</numerusform>
        </translation>
    </message>
    <message>
        <source>Round</source>
        <translation>Rund</translation>
    </message>
    <message>
        <source>Iris</source>
        <translation>Blendenform</translation>
    </message>
    <message>
        <source>… turned by</source>
        <translation>… gedreht um</translation>
    </message>
    <message>
        <source>How the iris is turned, clockwise</source>
        <translation>Wie die Blende gedreht ist, im Uhrzeigersinn</translation>
    </message>
    <message>
        <source>Highlights</source>
        <translation>Lichter</translation>
    </message>
    <message>
        <source>How much brighter clipped light becomes where it is blurred: lamps and glints bloom</source>
        <translation>Wie viel heller ausgefressenes Licht wird, wo es unscharf ist: Lampen und Glanzlichter blühen auf</translation>
    </message>
    <message>
        <source>infinity</source>
        <translation>unendlich</translation>
    </message>
    <message>
        <source>Sharp from {distance} to {end}.</source>
        <translation>Scharf von {distance} bis {end}.</translation>
    </message>
    <message>
        <source>Focus stays</source>
        <translation>Schärfe bleibt</translation>
    </message>
    <message>
        <source>Tone</source>
        <translation>Ton</translation>
    </message>
    <message>
        <source>Exposure, contrast, white balance, saturation</source>
        <translation>Belichtung, Kontrast, Weißabgleich, Sättigung</translation>
    </message>
    <message>
        <source>Balance</source>
        <translation>Balance</translation>
    </message>
    <message>
        <source>Lift, gamma and gain of each channel, as the ASC CDL has them</source>
        <translation>Lift, Gamma und Gain jedes Kanals, wie die ASC CDL sie hat</translation>
    </message>
    <message>
        <source>Curves</source>
        <translation>Kurven</translation>
    </message>
    <message>
        <source>Curves for all channels and for each</source>
        <translation>Kurven für alle Kanäle und für jeden</translation>
    </message>
    <message>
        <source>Table</source>
        <translation>Tabelle</translation>
    </message>
    <message>
        <source>A lookup table from a .cube file</source>
        <translation>Eine Farbtabelle aus einer .cube-Datei</translation>
    </message>
    <message>
        <source>Change the colours</source>
        <translation>Farben ändern</translation>
    </message>
    <message>
        <source>Whose colours: the finished picture&apos;s, or one layer&apos;s own, before light and air</source>
        <translation>Wessen Farben: die des fertigen Bildes, oder die einer Ebene, vor Licht und Luft</translation>
    </message>
    <message>
        <source>Plain colours again, as they were at first</source>
        <translation>Wieder schlichte Farben, wie am Anfang</translation>
    </message>
    <message>
        <source>The picture</source>
        <translation>Das Bild</translation>
    </message>
    <message>
        <source>Plain colours</source>
        <translation>Schlichte Farben</translation>
    </message>
    <message>
        <source>Bolt of {name}</source>
        <translation>Strahl von {name}</translation>
    </message>
    <message>
        <source>Haze by distance</source>
        <translation>Dunst mit dem Abstand</translation>
    </message>
    <message>
        <source>The farther a thing is, the more it takes on the colour of the air</source>
        <translation>Je weiter weg ein Ding ist, desto mehr nimmt es die Farbe der Luft an</translation>
    </message>
    <message>
        <source>Haze</source>
        <translation>Dunst</translation>
    </message>
    <message>
        <source>The colour of the air far away</source>
        <translation>Die Farbe der Luft in der Ferne</translation>
    </message>
    <message>
        <source>Pick the colour …</source>
        <translation>Farbe aufnehmen …</translation>
    </message>
    <message>
        <source>Then click the picture where it is hazy</source>
        <translation>Dann im Bild dorthin klicken, wo es dunstig ist</translation>
    </message>
    <message>
        <source>Tells colour and density from the haze that the photo has already</source>
        <translation>Erkennt Farbe und Dichte an dem Dunst, den das Foto schon hat</translation>
    </message>
    <message>
        <source>Haze as in the photo</source>
        <translation>Dunst wie im Foto</translation>
    </message>
    <message>
        <source>Looking at the haze</source>
        <translation>Der Dunst wird angesehen</translation>
    </message>
    <message>
        <source>Bloom</source>
        <translation>Überstrahlen</translation>
    </message>
    <message>
        <source>What is bright shines about itself, all over the picture</source>
        <translation>Was hell ist, strahlt um sich, im ganzen Bild</translation>
    </message>
    <message>
        <source>Glow</source>
        <translation>Schein</translation>
    </message>
    <message>
        <source>Light about the light</source>
        <translation>Licht um das Licht herum</translation>
    </message>
    <message>
        <source>Flare</source>
        <translation>Reflexe</translation>
    </message>
    <message>
        <source>What it makes in the glass of the lens</source>
        <translation>Was es im Glas des Objektivs hervorruft</translation>
    </message>
    <message>
        <source>Rays</source>
        <translation>Strahlen</translation>
    </message>
    <message>
        <source>Shafts of light through mist</source>
        <translation>Lichtstrahlen durch Nebel</translation>
    </message>
    <message>
        <source>It moves with this layer, or stands by itself in the scene</source>
        <translation>Es bewegt sich mit dieser Ebene, oder steht für sich in der Szene</translation>
    </message>
    <message>
        <source>Hangs on</source>
        <translation>Hängt an</translation>
    </message>
    <message>
        <source>Hang it on a place …</source>
        <translation>An eine Stelle hängen …</translation>
    </message>
    <message>
        <source>Then click the picture: it hangs on what is there, and takes its colour. The ring in the picture can be dragged, too.</source>
        <translation>Dann ins Bild klicken: Es hängt an dem, was dort ist, und nimmt dessen Farbe an. Der Ring im Bild lässt sich auch ziehen.</translation>
    </message>
    <message>
        <source>How many streaks there are</source>
        <translation>Wie viele Streifen es sind</translation>
    </message>
    <message>
        <source>How many ghosts there are</source>
        <translation>Wie viele Geisterbilder es sind</translation>
    </message>
    <message>
        <source>Another number is another order of ghosts</source>
        <translation>Eine andere Zahl ist eine andere Folge von Geisterbildern</translation>
    </message>
    <message>
        <source>Streaks, how many</source>
        <translation>Zahl der Streifen</translation>
    </message>
    <message>
        <source>Ghosts, how many</source>
        <translation>Zahl der Geister</translation>
    </message>
    <message>
        <source>Nothing: its own distance</source>
        <translation>Nichts: eigener Abstand</translation>
    </message>
    <message>
        <source>{name} by itself</source>
        <translation>{name} von selbst</translation>
    </message>
    <message>
        <source>Depth of field and shutter</source>
        <translation>Schärfentiefe und Verschluss</translation>
    </message>
    <message>
        <source>Air</source>
        <translation>Luft</translation>
    </message>
    <message>
        <source>Lights and flashes</source>
        <translation>Lichter und Blitze</translation>
    </message>
    <message>
        <source>Grain, vignette and the rest of film</source>
        <translation>Korn, Vignette und das übrige vom Film</translation>
    </message>
    <message>
        <source>Textures on the glass</source>
        <translation>Texturen auf dem Glas</translation>
    </message>
    <message>
        <source>Save a look</source>
        <translation>Einen Look speichern</translation>
    </message>
    <message>
        <source>It keeps these parts of this project&apos;s finish:</source>
        <translation>Er behält diese Teile der Ausarbeitung dieses Projekts:</translation>
    </message>
    <message>
        <source>Its name</source>
        <translation>Sein Name</translation>
    </message>
    <message>
        <source>Name</source>
        <translation>Name</translation>
    </message>
    <message>
        <source>How strong the look is</source>
        <translation>Wie stark der Look ist</translation>
    </message>
    <message>
        <source>Amount</source>
        <translation>Stärke</translation>
    </message>
    <message>
        <source>Save a look …</source>
        <translation>Look speichern …</translation>
    </message>
    <message>
        <source>Keep this finish, or parts of it, under a name</source>
        <translation>Behält diese Ausarbeitung, oder Teile davon, unter einem Namen</translation>
    </message>
    <message>
        <source>Delete the chosen look, if it is one of yours</source>
        <translation>Löscht den gewählten Look, wenn es ein eigener ist</translation>
    </message>
    <message>
        <source>Import …</source>
        <translation>Einlesen …</translation>
    </message>
    <message>
        <source>Take a look from a file</source>
        <translation>Nimmt einen Look aus einer Datei</translation>
    </message>
    <message>
        <source>Write the chosen look to a file</source>
        <translation>Schreibt den gewählten Look in eine Datei</translation>
    </message>
    <message>
        <source>Choose a look; Ctrl+Z takes it back.</source>
        <translation>Wählen Sie einen Look; Strg+Z nimmt ihn zurück.</translation>
    </message>
    <message>
        <source>{name} sets: {parts}.</source>
        <translation>{name} setzt: {parts}.</translation>
    </message>
    <message>
        <source>Look {name}</source>
        <translation>Look {name}</translation>
    </message>
    <message>
        <source>Saving the look</source>
        <translation>Look wird gespeichert</translation>
    </message>
    <message>
        <source>Import a look</source>
        <translation>Einen Look einlesen</translation>
    </message>
    <message>
        <source>Importing the look</source>
        <translation>Look wird eingelesen</translation>
    </message>
    <message>
        <source>Export the look</source>
        <translation>Look exportieren</translation>
    </message>
    <message>
        <source>Exporting the look</source>
        <translation>Look wird exportiert</translation>
    </message>
    <message>
        <source>Give the clip the look “{name}”, as strongly as is set below</source>
        <translation>Gibt dem Clip den Look „{name}“, so stark, wie unten gesetzt</translation>
    </message>
    <message>
        <source>As loud as most services on the net want it (common practice)</source>
        <translation>So laut, wie die meisten Dienste im Netz es wollen (allgemein üblich)</translation>
    </message>
    <message>
        <source>As loud as broadcasters want it (EBU R 128)</source>
        <translation>So laut, wie Sender es wollen (EBU R 128)</translation>
    </message>
    <message>
        <source>{tip}: louder or softer by as much as it takes</source>
        <translation>{tip}: so viel lauter oder leiser, wie dafür nötig ist</translation>
    </message>
    <message>
        <source>How much louder all of it is</source>
        <translation>Wie viel lauter alles ist</translation>
    </message>
    <message>
        <source>Loudness</source>
        <translation>Lautheit</translation>
    </message>
    <message>
        <source>All louder by</source>
        <translation>Alles lauter um</translation>
    </message>
    <message>
        <source>Peaks held below −1 dBTP</source>
        <translation>Spitzen unter −1 dBTP halten</translation>
    </message>
    <message>
        <source>A limiter takes the gain back for a moment before loud peaks</source>
        <translation>Ein Begrenzer nimmt vor lauten Spitzen die Verstärkung für einen Moment zurück</translation>
    </message>
    <message>
        <source>Limiter</source>
        <translation>Begrenzer</translation>
    </message>
    <message>
        <source>Nothing to measure yet.</source>
        <translation>Noch nichts zu messen.</translation>
    </message>
    <message>
        <source>Measuring …</source>
        <translation>Wird gemessen …</translation>
    </message>
    <message>
        <source>Nothing is heard.</source>
        <translation>Nichts ist zu hören.</translation>
    </message>
    <message>
        <source>{loud} LUFS, at the loudest three seconds {short}; highest peak {peak} dBTP.</source>
        <translation>{loud} LUFS, in den lautesten drei Sekunden {short}; höchste Spitze {peak} dBTP.</translation>
    </message>
    <message>
        <source>Shadow</source>
        <translation>Schatten</translation>
    </message>
    <message>
        <source>On what is behind it: the farther behind, the farther and softer</source>
        <translation>Auf das, was dahinter ist: je weiter dahinter, desto weiter weg und weicher</translation>
    </message>
    <message>
        <source>Falls on the sky, too</source>
        <translation>Fällt auch auf den Himmel</translation>
    </message>
    <message>
        <source>On what is 100 m away or farther</source>
        <translation>Auf das, was 100 m oder weiter weg ist</translation>
    </message>
    <message>
        <source>Shimmer</source>
        <translation>Flimmern</translation>
    </message>
    <message>
        <source>It wavers a little, as reflections on water and hot air do</source>
        <translation>Es schwankt ein wenig, wie Spiegelungen im Wasser und heiße Luft</translation>
    </message>
    <message>
        <source>How many times as wide as high a wave is: water lies flat, heat rises</source>
        <translation>Wie viel breiter als hoch eine Welle ist: Wasser liegt flach, Hitze steigt</translation>
    </message>
    <message>
        <source>… flat</source>
        <translation>… flach</translation>
    </message>
    <message>
        <source>How much stiller its far side, the top, is</source>
        <translation>Wie viel ruhiger seine ferne Seite ist, die obere</translation>
    </message>
    <message>
        <source>Stiller far off</source>
        <translation>Fern ruhiger</translation>
    </message>
    <message>
        <source>Draw where …</source>
        <translation>Zeichnen, wo …</translation>
    </message>
    <message>
        <source>Draw a line about it in the picture</source>
        <translation>Im Bild eine Linie darum ziehen</translation>
    </message>
    <message>
        <source>All of it</source>
        <translation>Ganz</translation>
    </message>
    <message>
        <source>The whole layer shimmers</source>
        <translation>Die ganze Ebene flimmert</translation>
    </message>
    <message>
        <source>{text} of {short}</source>
        <translation>{text} von {short}</translation>
    </message>
    <message>
        <source>Shadow of {name}</source>
        <translation>Schatten von {name}</translation>
    </message>
    <message>
        <source>Shimmer of {name}</source>
        <translation>Flimmern von {name}</translation>
    </message>
    <message>
        <source>In the scene</source>
        <translation>In der Szene</translation>
    </message>
    <message>
        <source>Lights, flares, flashes, and bloom</source>
        <translation>Lichter, Reflexe, Blitze und Überstrahlen</translation>
    </message>
    <message>
        <source>On a layer</source>
        <translation>Auf einer Ebene</translation>
    </message>
    <message>
        <source>The selected layer&apos;s shadow, and how it shimmers</source>
        <translation>Der Schatten der gewählten Ebene, und wie sie flimmert</translation>
    </message>
    <message>
        <source>Blur without a lens</source>
        <translation>Unschärfe ohne Objektiv</translation>
    </message>
    <message>
        <source>Shutter</source>
        <translation>Verschluss</translation>
    </message>
    <message>
        <source>Add air</source>
        <translation>Luft hinzufügen</translation>
    </message>
    <message>
        <source>Nothing is in the air yet. What you add stands between the layers: behind what is nearer, before what is farther.</source>
        <translation>Noch ist nichts in der Luft. Was Sie hinzufügen, steht zwischen den Ebenen: hinter dem, was näher ist, vor dem, was weiter ist.</translation>
    </message>
    <message>
        <source>In the sky</source>
        <translation>Am Himmel</translation>
    </message>
    <message>
        <source>Sun that rises</source>
        <translation>Aufgehende Sonne</translation>
    </message>
    <message>
        <source>Moon that rises</source>
        <translation>Aufgehender Mond</translation>
    </message>
    <message>
        <source>Lightning with a bolt</source>
        <translation>Blitz mit Strahl</translation>
    </message>
    <message>
        <source>Add light</source>
        <translation>Licht hinzufügen</translation>
    </message>
    <message>
        <source>Nothing shines yet. A light hangs on a place of the picture: nearer layers cover it.</source>
        <translation>Noch leuchtet nichts. Ein Licht hängt an einer Stelle des Bildes: nähere Ebenen verdecken es.</translation>
    </message>
    <message>
        <source>Whole picture</source>
        <translation>Ganzes Bild</translation>
    </message>
    <message>
        <source>Lens</source>
        <translation>Objektiv</translation>
    </message>
    <message>
        <source>Depth of field, blur, motion blur</source>
        <translation>Schärfentiefe, Unschärfe, Bewegungsunschärfe</translation>
    </message>
    <message>
        <source>Rain, snow, dust and mist between the layers</source>
        <translation>Regen, Schnee, Staub und Nebel zwischen den Ebenen</translation>
    </message>
    <message>
        <source>Light</source>
        <translation>Licht</translation>
    </message>
    <message>
        <source>Flares, glows, flashes, shadows</source>
        <translation>Reflexe, Schein, Blitze, Schatten</translation>
    </message>
    <message>
        <source>Film</source>
        <translation>Film</translation>
    </message>
    <message>
        <source>Looks, grade, grain, textures</source>
        <translation>Looks, Farben, Korn, Texturen</translation>
    </message>
    <message>
        <source>Sound</source>
        <translation>Ton</translation>
    </message>
    <message>
        <source>Music and sounds under the clip, and their loudness</source>
        <translation>Musik und Töne unter dem Clip, und ihre Lautheit</translation>
    </message>
    <message>
        <source>Hold B to see the picture without any of it.</source>
        <translation>B halten zeigt das Bild ohne alles davon.</translation>
    </message>
    <message>
        <source>Histogram</source>
        <translation>Histogramm</translation>
    </message>
    <message>
        <source>How many pixels are how bright, for red, green and blue</source>
        <translation>Wie viele Pixel wie hell sind, für Rot, Grün und Blau</translation>
    </message>
    <message>
        <source>Waveform</source>
        <translation>Wellenform</translation>
    </message>
    <message>
        <source>How bright the picture is, from its left to its right</source>
        <translation>Wie hell das Bild ist, von links nach rechts</translation>
    </message>
    <message>
        <source>Vectorscope</source>
        <translation>Vektorskop</translation>
    </message>
    <message>
        <source>How saturated, and of what hue; grey is in the middle</source>
        <translation>Wie gesättigt, und von welchem Farbton; Grau ist in der Mitte</translation>
    </message>
    <message>
        <source>RYGCBM</source>
        <translation>RYGCBM</translation>
    </message>
    <message>
        <source>Scope of the frame shown</source>
        <translation>Messbild des gezeigten Bildes</translation>
    </message>
    <message>
        <source>2 frames (on twos)</source>
        <translation>2 Bilder (auf Zweier)</translation>
    </message>
    <message>
        <source>3 frames (on threes)</source>
        <translation>3 Bilder (auf Dreier)</translation>
    </message>
    <message numerus="yes">
        <source>%n frames</source>
        <translation>
            <numerusform>%n Bild</numerusform>
            <numerusform>%n Bilder</numerusform>
        </translation>
    </message>
    <message>
        <source>Motion blur</source>
        <translation>Bewegungsunschärfe</translation>
    </message>
    <message>
        <source>Blur what moves, as a shutter does that is open for some time</source>
        <translation>Macht unscharf, was sich bewegt, wie ein Verschluss, der eine Weile offen ist</translation>
    </message>
    <message>
        <source>For how much of a frame&apos;s time it is open: 180° is half of it, as is usual</source>
        <translation>Für wie viel von der Zeit eines Bildes er offen ist: 180° ist die Hälfte, wie üblich</translation>
    </message>
    <message>
        <source>When the shutter is open</source>
        <translation>Wann der Verschluss offen ist</translation>
    </message>
    <message>
        <source>About the frame&apos;s time</source>
        <translation>Um die Zeit des Bildes</translation>
    </message>
    <message>
        <source>From the frame&apos;s time on</source>
        <translation>Ab der Zeit des Bildes</translation>
    </message>
    <message>
        <source>How long each picture stands: on twos or threes it looks made by hand</source>
        <translation>Wie lange jedes Bild steht: auf Zweier oder Dreier wirkt es handgemacht</translation>
    </message>
    <message>
        <source>Pictures held</source>
        <translation>Bilder halten</translation>
    </message>
    <message>
        <source>Held for</source>
        <translation>Gehalten</translation>
    </message>
    <message>
        <source>How long the selected layer&apos;s own movement stands, while lens and other layers go on</source>
        <translation>Wie lange die eigene Bewegung der gewählten Ebene steht, während Objektiv und andere Ebenen weitergehen</translation>
    </message>
    <message>
        <source>… this layer</source>
        <translation>… diese Ebene</translation>
    </message>
    <message numerus="yes">
        <source>Frames that are not drawn yet play as the mean of %n moments at the most. The still picture and the export always have all of them.</source>
        <translation>
            <numerusform>Bilder, die noch nicht gezeichnet sind, spielen als Mittel von höchstens %n Moment. Das Standbild und der Export haben immer alle.</numerusform>
            <numerusform>Bilder, die noch nicht gezeichnet sind, spielen als Mittel von höchstens %n Momenten. Das Standbild und der Export haben immer alle.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>This frame is the mean of %n moments.</source>
        <translation>
            <numerusform>Dieses Bild ist das Mittel von %n Moment.</numerusform>
            <numerusform>Dieses Bild ist das Mittel von %n Momenten.</numerusform>
        </translation>
    </message>
    <message>
        <source>Hardly anything moves here.</source>
        <translation>Hier bewegt sich kaum etwas.</translation>
    </message>
    <message>
        <source> More would be needed for so fast a move: it may show them one by one.</source>
        <translation> Für eine so schnelle Bewegung wären mehr nötig: Sie kann sie einzeln zeigen.</translation>
    </message>
    <message>
        <source>{name} held</source>
        <translation>{name} gehalten</translation>
    </message>
    <message>
        <source>Add sound</source>
        <translation>Ton hinzufügen</translation>
    </message>
    <message>
        <source>Made here</source>
        <translation>Hier gemacht</translation>
    </message>
    <message>
        <source>Nothing is heard yet. What you add has a lane below, where it is moved and faded.</source>
        <translation>Noch ist nichts zu hören. Was Sie hinzufügen, hat unten eine Bahn, in der es verschoben und geblendet wird.</translation>
    </message>
    <message>
        <source>From a file …</source>
        <translation>Aus einer Datei …</translation>
    </message>
    <message>
        <source>Ticked is heard. F2 or a double click renames.</source>
        <translation>Was angehakt ist, ist zu hören. F2 oder ein Doppelklick benennt um.</translation>
    </message>
    <message>
        <source>Add sounds</source>
        <translation>Töne hinzufügen</translation>
    </message>
    <message>
        <source>Opening the sound</source>
        <translation>Ton wird geöffnet</translation>
    </message>
    <message>
        <source>All together</source>
        <translation>Alles zusammen</translation>
    </message>
    <message>
        <source>Straight</source>
        <translation>Gerade</translation>
    </message>
    <message>
        <source>Equal power</source>
        <translation>Gleiche Leistung</translation>
    </message>
    <message>
        <source>Smooth</source>
        <translation>Glatt</translation>
    </message>
    <message>
        <source>Starts at</source>
        <translation>Beginnt bei</translation>
    </message>
    <message>
        <source>When it begins, in the clip</source>
        <translation>Wann es beginnt, im Clip</translation>
    </message>
    <message>
        <source>Lasts</source>
        <translation>Dauert</translation>
    </message>
    <message>
        <source>How long it is heard</source>
        <translation>Wie lange es zu hören ist</translation>
    </message>
    <message>
        <source>Fades in</source>
        <translation>Blendet ein</translation>
    </message>
    <message>
        <source>Over how long it comes</source>
        <translation>Wie lange es braucht, um zu kommen</translation>
    </message>
    <message>
        <source>Fades out</source>
        <translation>Blendet aus</translation>
    </message>
    <message>
        <source>Over how long it goes</source>
        <translation>Wie lange es braucht, um zu gehen</translation>
    </message>
    <message>
        <source>How it fades; equal power suits two sounds that cross</source>
        <translation>Wie es blendet; gleiche Leistung passt zu zwei Tönen, die sich kreuzen</translation>
    </message>
    <message>
        <source>… how</source>
        <translation>… wie</translation>
    </message>
    <message>
        <source>Goes on in a loop</source>
        <translation>Läuft in einer Schleife</translation>
    </message>
    <message>
        <source>At its end it begins again, the two ends crossing</source>
        <translation>An seinem Ende beginnt es wieder, die beiden Enden kreuzen sich</translation>
    </message>
    <message>
        <source>… crossing</source>
        <translation>… Kreuzung</translation>
    </message>
    <message>
        <source>Over how long the ends cross</source>
        <translation>Wie lange sich die Enden kreuzen</translation>
    </message>
    <message>
        <source>Intensity</source>
        <translation>Kraft</translation>
    </message>
    <message>
        <source>How strong it is: more and louder</source>
        <translation>Wie stark es ist: mehr und lauter</translation>
    </message>
    <message>
        <source>Made for</source>
        <translation>Gemacht für</translation>
    </message>
    <message>
        <source>How long a piece is made</source>
        <translation>Wie lange ein Stück gemacht wird</translation>
    </message>
    <message>
        <source>Split here</source>
        <translation>Hier teilen</translation>
    </message>
    <message>
        <source>Cut it in two at the playhead</source>
        <translation>Schneidet es am Abspielkopf entzwei</translation>
    </message>
    <message>
        <source>Find beats</source>
        <translation>Schläge finden</translation>
    </message>
    <message>
        <source>Markers on the ruler where something begins in it: keys keep to them</source>
        <translation>Marken auf dem Lineal, wo darin etwas beginnt: Schlüssel halten sich daran</translation>
    </message>
    <message>
        <source>Clip as long as this</source>
        <translation>Clip so lang wie dies</translation>
    </message>
    <message>
        <source>The clip ends with this sound; keys move along</source>
        <translation>Der Clip endet mit diesem Ton; Schlüssel wandern mit</translation>
    </message>
    <message>
        <source>Move</source>
        <comment>an act</comment>
        <translation>Bewegen</translation>
    </message>
    <message>
        <source>Trim</source>
        <translation>Beschneiden</translation>
    </message>
    <message>
        <source>Fade</source>
        <translation>Blenden</translation>
    </message>
    <message>
        <source>Loop</source>
        <translation>Schleife</translation>
    </message>
    <message>
        <source>No loop of</source>
        <translation>Keine Schleife von</translation>
    </message>
    <message>
        <source>Make</source>
        <translation>Machen</translation>
    </message>
    <message>
        <source>Clip as long as</source>
        <translation>Clip so lang wie</translation>
    </message>
    <message>
        <source>Split</source>
        <translation>Teilen</translation>
    </message>
    <message>
        <source>Nothing begins clearly in {name}: no markers were set.</source>
        <translation>In {name} beginnt nichts deutlich: Es wurden keine Marken gesetzt.</translation>
    </message>
    <message>
        <source>Beats of {name}</source>
        <translation>Schläge von {name}</translation>
    </message>
    <message numerus="yes">
        <source>%n beats found in {name}: keys that are dragged keep to them.</source>
        <translation>
            <numerusform>%n Schlag in {name} gefunden: gezogene Schlüssel halten sich daran.</numerusform>
            <numerusform>%n Schläge in {name} gefunden: gezogene Schlüssel halten sich daran.</numerusform>
        </translation>
    </message>
    <message>
        <source>Listening</source>
        <translation>Wird angehört</translation>
    </message>
    <message>
        <source>Open a .cube file …</source>
        <translation>.cube-Datei öffnen …</translation>
    </message>
    <message>
        <source>A lookup table of one or three dimensions, for sRGB pictures</source>
        <translation>Eine Farbtabelle mit einer oder drei Dimensionen, für sRGB-Bilder</translation>
    </message>
    <message>
        <source>No table</source>
        <translation>Keine Tabelle</translation>
    </message>
    <message>
        <source>Without the table again</source>
        <translation>Wieder ohne die Tabelle</translation>
    </message>
    <message>
        <source>Colours by {name}.</source>
        <translation>Farben nach {name}.</translation>
    </message>
    <message>
        <source>No lookup table yet.</source>
        <translation>Noch keine Farbtabelle.</translation>
    </message>
    <message>
        <source>A lookup table</source>
        <translation>Eine Farbtabelle</translation>
    </message>
    <message>
        <source>lookup table</source>
        <translation>Farbtabelle</translation>
    </message>
    <message>
        <source>Lookup table</source>
        <translation>Farbtabelle</translation>
    </message>
    <message>
        <source>Reading the table</source>
        <translation>Tabelle wird gelesen</translation>
    </message>
    <message>
        <source>Whose colours and contrast it is to have</source>
        <translation>Wessen Farben und Kontrast es haben soll</translation>
    </message>
    <message>
        <source>Match</source>
        <translation>Angleichen</translation>
    </message>
    <message>
        <source>Makes its colours and its contrast like those, so that pictures from different places sit in one scene</source>
        <translation>Macht seine Farben und seinen Kontrast wie jene, sodass Bilder von verschiedenen Orten in einer Szene sitzen</translation>
    </message>
    <message>
        <source>Like the photo</source>
        <translation>Wie das Foto</translation>
    </message>
    <message>
        <source>Like {name}</source>
        <translation>Wie {name}</translation>
    </message>
    <message>
        <source>the photo</source>
        <translation>das Foto</translation>
    </message>
    <message>
        <source>{name} like {other}</source>
        <translation>{name} wie {other}</translation>
    </message>
    <message>
        <source>Comparing colours</source>
        <translation>Farben werden verglichen</translation>
    </message>
    <message>
        <source>Add texture</source>
        <translation>Textur hinzufügen</translation>
    </message>
    <message>
        <source>It lies on the glass at 40 %; all of it can be changed</source>
        <translation>Sie liegt mit 40 % auf dem Glas; alles lässt sich ändern</translation>
    </message>
    <message>
        <source>Nothing lies over the picture yet. Textures come as layers: in Stage they can stand at a distance, and in Move they have keys.</source>
        <translation>Noch liegt nichts über dem Bild. Texturen kommen als Ebenen: In der Bühne können sie in einem Abstand stehen, und in der Bewegung haben sie Schlüssel.</translation>
    </message>
    <message>
        <source>A picture or clip of yours …</source>
        <translation>Eigenes Bild oder Clip …</translation>
    </message>
    <message>
        <source>A picture or clip over the picture</source>
        <translation>Ein Bild oder Clip über dem Bild</translation>
    </message>
    <message>
        <source>Whole clip</source>
        <translation>Ganzer Clip</translation>
    </message>
    <message>
        <source>What is set holds for the whole clip</source>
        <translation>Was gesetzt wird, gilt für den ganzen Clip</translation>
    </message>
    <message>
        <source>Peg here</source>
        <translation>Stift hier</translation>
    </message>
    <message>
        <source>What is set is pegged at the playhead, and goes over from peg to peg</source>
        <translation>Was gesetzt wird, bekommt am Abspielkopf einen Stift, und geht von Stift zu Stift über</translation>
    </message>
    <message>
        <source>About Woodcock</source>
        <translation>Über Woodcock</translation>
    </message>
    <message>
        <source>Woodcock {version}</source>
        <translation>Woodcock {version}</translation>
    </message>
    <message>
        <source>Turns one still photograph into a short parallax clip.</source>
        <translation>Macht aus einem stehenden Foto einen kurzen Parallaxe-Clip.</translation>
    </message>
    <message>
        <source>Free software under the GNU General Public License, version 3 or later.
Fonts, icons and the learned model have licences of their own, beside them.</source>
        <translation>Freie Software unter der GNU General Public License, Version 3 oder später.
Schriften, Symbole und das gelernte Modell haben eigene Lizenzen, die dabeiliegen.</translation>
    </message>
    <message>
        <source>Versions</source>
        <translation>Versionen</translation>
    </message>
    <message>
        <source>Copy the versions</source>
        <translation>Versionen kopieren</translation>
    </message>
    <message>
        <source>Puts them on the clipboard</source>
        <translation>Legt sie in die Zwischenablage</translation>
    </message>
    <message>
        <source>Back to the work</source>
        <translation>Zurück zur Arbeit</translation>
    </message>
    <message>
        <source>Guide</source>
        <translation>Anleitung</translation>
    </message>
    <message>
        <source>What&apos;s new</source>
        <translation>Was ist neu</translation>
    </message>
    <message>
        <source>Look for …</source>
        <translation>Suchen nach …</translation>
    </message>
    <message>
        <source>Sections in which all these words are; Enter goes to the next</source>
        <translation>Abschnitte, in denen alle diese Wörter stehen; Eingabe geht zum nächsten</translation>
    </message>
    <message>
        <source>Look for</source>
        <translation>Suchen nach</translation>
    </message>
    <message>
        <source>Sections</source>
        <translation>Abschnitte</translation>
    </message>
    <message>
        <source>One photograph, cut into layers</source>
        <translation>Ein Foto, in Ebenen geschnitten</translation>
    </message>
    <message>
        <source>This clip was a single still picture. Near things move more in it than far ones: that gives it depth. The seven steps of the work are above; go to any of them at any time.</source>
        <translation>Dieser Clip war ein einziges stehendes Bild. Nahes bewegt sich darin mehr als Fernes: das gibt ihm Tiefe. Die sieben Schritte der Arbeit stehen oben; gehen Sie jederzeit zu jedem.</translation>
    </message>
    <message>
        <source>Separate: cut it apart</source>
        <translation>Trennen: schneiden Sie es auseinander</translation>
    </message>
    <message>
        <source>Drag over a thing and it is cut out, hair and all; the right button takes away again. The tools are at the left, the layers at the right.</source>
        <translation>Ziehen Sie über ein Ding, und es ist ausgeschnitten, samt den Haaren; die rechte Taste nimmt wieder weg. Die Werkzeuge sind links, die Ebenen rechts.</translation>
    </message>
    <message>
        <source>Rebuild: what they hid</source>
        <translation>Ergänzen: was sie verdeckten</translation>
    </message>
    <message>
        <source>Behind every near layer there is a hole. Only what the move will show is filled, and here you look at it and repair it.</source>
        <translation>Hinter jeder nahen Ebene ist ein Loch. Nur was die Bewegung zeigen wird, wird gefüllt, und hier sehen Sie es an und bessern es aus.</translation>
    </message>
    <message>
        <source>Stage: how far away</source>
        <translation>Bühne: wie weit weg</translation>
    </message>
    <message>
        <source>Every layer is a slat on this rail, at its distance in metres. Drag one: the picture at rest stays as it is, only the movement changes.</source>
        <translation>Jede Ebene ist eine Lamelle auf dieser Schiene, in ihrem Abstand in Metern. Ziehen Sie eine: Das ruhende Bild bleibt, wie es ist, nur die Bewegung ändert sich.</translation>
    </message>
    <message>
        <source>Move: a start and an end</source>
        <translation>Bewegung: ein Anfang und ein Ende</translation>
    </message>
    <message>
        <source>Set a pose at the start and one at the end, or take a ready move. The pegs in the lanes are keys; drag them in time. Space plays.</source>
        <translation>Setzen Sie eine Pose am Anfang und eine am Ende, oder nehmen Sie eine fertige Bewegung. Die Stifte in den Bahnen sind Schlüssel; ziehen Sie sie in der Zeit. Die Leertaste spielt ab.</translation>
    </message>
    <message>
        <source>Export</source>
        <translation>Export</translation>
    </message>
    <message>
        <source>Here the clip becomes a video, or pictures, or layers for other programs. That was all: open a photo of your own with Ctrl+O. The guide is under Help, or press F1.</source>
        <translation>Hier wird aus dem Clip ein Video, oder Bilder, oder Ebenen für andere Programme. Das war alles: Öffnen Sie ein eigenes Foto mit Strg+O. Die Anleitung steht unter Hilfe, oder drücken Sie F1.</translation>
    </message>
    <message>
        <source>Leave</source>
        <translation>Verlassen</translation>
    </message>
    <message>
        <source>Ends the tour; it is under Help (Esc)</source>
        <translation>Beendet den Rundgang; er steht unter Hilfe (Esc)</translation>
    </message>
    <message>
        <source>Back</source>
        <translation>Zurück</translation>
    </message>
    <message>
        <source>The step before (Left)</source>
        <translation>Der Schritt davor (Links)</translation>
    </message>
    <message>
        <source>Next</source>
        <translation>Weiter</translation>
    </message>
    <message>
        <source>The next step (Right)</source>
        <translation>Der nächste Schritt (Rechts)</translation>
    </message>
    <message>
        <source>{at} of {all}</source>
        <translation>{at} von {all}</translation>
    </message>
    <message>
        <source>Done</source>
        <translation>Fertig</translation>
    </message>
    <message>
        <source>Tour: {title}</source>
        <translation>Rundgang: {title}</translation>
    </message>
    <message>
        <source>Find …</source>
        <translation>Suche</translation>
    </message>
    <message>
        <source>Shows only what has this in its name or kind: &quot;post&quot;, &quot;title&quot;, &quot;card: sun&quot; (Ctrl+F)</source>
        <translation>Zeigt nur, was dies in Name oder Art hat: „Pfahl“, „Titel“, „Karte: Sonne“ (Strg+F)</translation>
    </message>
    <message>
        <source>Find in the list</source>
        <translation>In der Liste suchen</translation>
    </message>
    <message>
        <source>The background</source>
        <translation>Der Hintergrund</translation>
    </message>
    <message>
        <source>On the glass</source>
        <translation>Auf dem Glas</translation>
    </message>
    <message>
        <source>Left out</source>
        <translation>Weggelassen</translation>
    </message>
    <message>
        <source>What the layer is called</source>
        <translation>Wie die Ebene heißt</translation>
    </message>
    <message>
        <source>The background fills what nothing else covers; what is on the glass stays before everything and does not move with the scene</source>
        <translation>Der Hintergrund füllt, was nichts anderes bedeckt; was auf dem Glas ist, bleibt vor allem und bewegt sich nicht mit der Szene</translation>
    </message>
    <message>
        <source>How far from the lens it stands</source>
        <translation>Wie weit vom Objektiv sie steht</translation>
    </message>
    <message>
        <source>hidden</source>
        <translation>ausgeblendet</translation>
    </message>
    <message>
        <source>Layer</source>
        <translation>Ebene</translation>
    </message>
    <message>
        <source>Open layers</source>
        <translation>Ebenen öffnen</translation>
    </message>
    <message numerus="yes">
        <source>{width} × {height} pixels, %n layers, the nearest on top. What is nearer stands before what is farther.</source>
        <translation>
            <numerusform>{width} × {height} Pixel, %n Ebene, die nächste oben. Was näher ist, steht vor dem, was weiter ist.</numerusform>
            <numerusform>{width} × {height} Pixel, %n Ebenen, die nächste oben. Was näher ist, steht vor dem, was weiter ist.</numerusform>
        </translation>
    </message>
    <message>
        <source>Fill what a layer lacks where nearer ones hide it</source>
        <translation>Füllen, was einer Ebene fehlt, wo nähere sie verdecken</translation>
    </message>
    <message>
        <source>As after a cut: what is seen stays as it is</source>
        <translation>Wie nach einem Schnitt: was zu sehen ist, bleibt, wie es ist</translation>
    </message>
    <message>
        <source>Soft edges look as they did</source>
        <translation>Weiche Ränder sehen aus wie vorher</translation>
    </message>
    <message>
        <source>Other programs mix colours as they are written, Woodcock mixes light; without this, soft edges look thinner or thicker than they did</source>
        <translation>Andere Programme mischen Farben, wie sie geschrieben sind, Woodcock mischt Licht; ohne dies sehen weiche Ränder dünner oder dicker aus als vorher</translation>
    </message>
    <message>
        <source>Turn the order round</source>
        <translation>Reihenfolge umdrehen</translation>
    </message>
    <message>
        <source>The nearest becomes the farthest</source>
        <translation>Die nächste wird zur fernsten</translation>
    </message>
    <message>
        <source>One layer must be the background. Say which one it is.</source>
        <translation>Eine Ebene muss der Hintergrund sein. Sagen Sie, welche es ist.</translation>
    </message>
    <message>
        <source>Nothing opened yet</source>
        <translation>Noch nichts geöffnet</translation>
    </message>
    <message>
        <source>no picture</source>
        <translation>kein Bild</translation>
    </message>
    <message>
        <source>Take a pin away</source>
        <translation>Eine Nadel wegnehmen</translation>
    </message>
    <message>
        <source>Set a pin</source>
        <translation>Eine Nadel setzen</translation>
    </message>
    <message>
        <source>Turn a pin</source>
        <translation>Eine Nadel drehen</translation>
    </message>
    <message>
        <source>Move a pin</source>
        <translation>Eine Nadel bewegen</translation>
    </message>
    <message>
        <source>What is farther from all pins stays; in the photo&apos;s pixels. 0 bends the whole layer</source>
        <translation>Was weiter von allen Nadeln ist, bleibt; in Fotopixeln. 0 biegt die ganze Ebene</translation>
    </message>
    <message>
        <source>Reach</source>
        <translation>Reichweite</translation>
    </message>
    <message>
        <source>The chosen pin turns</source>
        <translation>Die gewählte Nadel dreht</translation>
    </message>
    <message>
        <source>It takes its surroundings along as it turns; otherwise they turn as all pins have it</source>
        <translation>Sie nimmt ihre Umgebung mit, wenn sie sich dreht; sonst dreht die sich, wie alle Nadeln es haben</translation>
    </message>
    <message>
        <source>How far the pin is turned at the playhead</source>
        <translation>Wie weit die Nadel am Abspielkopf gedreht ist</translation>
    </message>
    <message>
        <source>Turned</source>
        <translation>Gedreht</translation>
    </message>
    <message>
        <source>Take the pin away</source>
        <translation>Nadel wegnehmen</translation>
    </message>
    <message>
        <source>What it held is free again (Delete)</source>
        <translation>Was sie hielt, ist wieder frei (Entf)</translation>
    </message>
    <message>
        <source>Take the Bend tool at the left and click on the layer to set pins.</source>
        <translation>Nehmen Sie links das Werkzeug Biegen und klicken Sie auf die Ebene, um Nadeln zu setzen.</translation>
    </message>
    <message numerus="yes">
        <source>%n pins. Drag one at another time to bend the layer.</source>
        <translation>
            <numerusform>%n Nadel. Ziehen Sie sie zu einer anderen Zeit, um die Ebene zu biegen.</numerusform>
            <numerusform>%n Nadeln. Ziehen Sie eine zu einer anderen Zeit, um die Ebene zu biegen.</numerusform>
        </translation>
    </message>
    <message>
        <source>Reach of the pins</source>
        <translation>Reichweite der Nadeln</translation>
    </message>
    <message>
        <source>How the motion gathers and loses speed</source>
        <translation>Wie die Bewegung Fahrt aufnimmt und verliert</translation>
    </message>
    <message>
        <source>Own curve</source>
        <translation>Eigene Kurve</translation>
    </message>
    <message>
        <source>Speed</source>
        <translation>Tempo</translation>
    </message>
    <message>
        <source>Easing curve</source>
        <translation>Verlaufskurve</translation>
    </message>
    <message>
        <source>Own cubic-bezier: x1, y1, x2, y2 as in CSS</source>
        <translation>Eigene kubische Bézierkurve: x1, y1, x2, y2 wie in CSS</translation>
    </message>
    <message>
        <source>A curve is four numbers, x1, y1, x2, y2, and x1 and x2 lie between 0 and 1. The easing is unchanged.</source>
        <translation>Eine Kurve ist vier Zahlen, x1, y1, x2, y2, und x1 und x2 liegen zwischen 0 und 1. Der Verlauf ist unverändert.</translation>
    </message>
    <message>
        <source>Frame the start</source>
        <translation>Anfang rahmen</translation>
    </message>
    <message>
        <source>Frame the end</source>
        <translation>Ende rahmen</translation>
    </message>
    <message>
        <source>Keys of the selected layer</source>
        <translation>Schlüssel der gewählten Ebene</translation>
    </message>
    <message>
        <source>Delete the key of {what} at the playhead</source>
        <translation>Löscht den Schlüssel von {what} am Abspielkopf</translation>
    </message>
    <message>
        <source>Motion of another layer</source>
        <translation>Bewegung einer anderen Ebene</translation>
    </message>
    <message>
        <source>Bend pins</source>
        <translation>Biegenadeln</translation>
    </message>
    <message>
        <source>Keys of {short}</source>
        <translation>Schlüssel von {short}</translation>
    </message>
    <message>
        <source>A value set here becomes a key at {time:.2f}&#xa0;s.</source>
        <translation>Ein hier gesetzter Wert wird ein Schlüssel bei {time:.2f}&#xa0;s.</translation>
    </message>
    <message>
        <source>{name} of {other}</source>
        <translation>{name} von {other}</translation>
    </message>
    <message>
        <source>Delete a key of {name}</source>
        <translation>Einen Schlüssel von {name} löschen</translation>
    </message>
    <message>
        <source>Stays as it is</source>
        <translation>Bleibt, wie es ist</translation>
    </message>
    <message>
        <source>Starts again</source>
        <translation>Beginnt von vorn</translation>
    </message>
    <message>
        <source>Runs back and forth</source>
        <translation>Läuft hin und her</translation>
    </message>
    <message>
        <source>What the layer&apos;s keyed properties do after their last key</source>
        <translation>Was die Eigenschaften der Ebene nach ihrem letzten Schlüssel tun</translation>
    </message>
    <message>
        <source>Afterwards</source>
        <translation>Danach</translation>
    </message>
    <message>
        <source>Whose motion this layer, and what is chosen beside it, takes on</source>
        <translation>Wessen Bewegung diese Ebene, und was daneben gewählt ist, übernimmt</translation>
    </message>
    <message>
        <source>Motion of</source>
        <translation>Bewegung von</translation>
    </message>
    <message>
        <source>How much of it; less than nothing is the other way</source>
        <translation>Wie viel davon; weniger als nichts ist andersherum</translation>
    </message>
    <message>
        <source>Times</source>
        <translation>Mal</translation>
    </message>
    <message>
        <source>By distance</source>
        <translation>Nach Abstand</translation>
    </message>
    <message>
        <source>As if the lens made the motion: less of it farther away</source>
        <translation>Als machte das Objektiv die Bewegung: weiter weg weniger davon</translation>
    </message>
    <message>
        <source>Take it on</source>
        <translation>Übernehmen</translation>
    </message>
    <message>
        <source>Scale, place and angles; opacity stays</source>
        <translation>Größe, Platz und Winkel; die Deckkraft bleibt</translation>
    </message>
    <message>
        <source>After the keys of {name}</source>
        <translation>Nach den Schlüsseln von {name}</translation>
    </message>
    <message>
        <source>Take on a motion</source>
        <translation>Eine Bewegung übernehmen</translation>
    </message>
    <message>
        <source>{about} A double click uses it.</source>
        <translation>{about} Ein Doppelklick nimmt sie.</translation>
    </message>
    <message>
        <source>Frames and moves everything at once, titles too.</source>
        <translation>Rahmt und bewegt alles auf einmal, auch Titel.</translation>
    </message>
    <message>
        <source>Start</source>
        <translation>Anfang</translation>
    </message>
    <message>
        <source>How the whole clip is framed at the start</source>
        <translation>Wie der ganze Clip am Anfang gerahmt ist</translation>
    </message>
    <message>
        <source>Here</source>
        <translation>Hier</translation>
    </message>
    <message>
        <source>How it is framed at the playhead</source>
        <translation>Wie er am Abspielkopf gerahmt ist</translation>
    </message>
    <message>
        <source>End</source>
        <translation>Ende</translation>
    </message>
    <message>
        <source>How it is framed at the end</source>
        <translation>Wie er am Ende gerahmt ist</translation>
    </message>
    <message>
        <source>How far everything sways, of the frame&apos;s width</source>
        <translation>Wie weit alles schwankt, in Breiten des Bildes</translation>
    </message>
    <message>
        <source>Sways by</source>
        <translation>Schwankt um</translation>
    </message>
    <message>
        <source>How far everything is turned as it sways</source>
        <translation>Wie weit alles beim Schwanken gedreht wird</translation>
    </message>
    <message>
        <source>… turns by</source>
        <translation>… dreht um</translation>
    </message>
    <message>
        <source>How often it sways</source>
        <translation>Wie oft es schwankt</translation>
    </message>
    <message>
        <source>… how often</source>
        <translation>… wie oft</translation>
    </message>
    <message>
        <source>Speeds</source>
        <translation>Geschwindigkeiten</translation>
    </message>
    <message>
        <source>{name}: up to {max:.1f} px a frame</source>
        <translation>{name}: bis zu {max:.1f} px je Bild</translation>
    </message>
    <message>
        <source>Nothing strobes: all stay below {limit:.1f} px a frame.</source>
        <translation>Nichts ruckelt: alle bleiben unter {limit:.1f} px je Bild.</translation>
    </message>
    <message>
        <source>{name} of the whole clip</source>
        <translation>{name} des ganzen Clips</translation>
    </message>
    <message>
        <source>Sway of the whole clip</source>
        <translation>Schwanken des ganzen Clips</translation>
    </message>
    <message>
        <source>{pose}: drag to set it</source>
        <translation>{pose}: ziehen setzt sie</translation>
    </message>
    <message>
        <source>Ready</source>
        <translation>Fertige</translation>
    </message>
    <message>
        <source>Complete moves with one amount</source>
        <translation>Ganze Bewegungen mit einer Stärke</translation>
    </message>
    <message>
        <source>Poses</source>
        <translation>Posen</translation>
    </message>
    <message>
        <source>Start, end and what lies between, of the lens or a layer</source>
        <translation>Anfang, Ende und was dazwischen liegt, vom Objektiv oder einer Ebene</translation>
    </message>
    <message>
        <source>The selected layer&apos;s own motion</source>
        <translation>Die eigene Bewegung der gewählten Ebene</translation>
    </message>
    <message>
        <source>The finished clip moved as a whole, speeds and warnings</source>
        <translation>Der fertige Clip als Ganzes bewegt, Geschwindigkeiten und Warnungen</translation>
    </message>
    <message>
        <source>When the first of the chosen keys is</source>
        <translation>Wann der erste der gewählten Schlüssel ist</translation>
    </message>
    <message>
        <source>Time</source>
        <translation>Zeit</translation>
    </message>
    <message>
        <source>The frame of the first of the chosen keys</source>
        <translation>Das Bild des ersten der gewählten Schlüssel</translation>
    </message>
    <message>
        <source>Frame</source>
        <comment>its number</comment>
        <translation>Bild</translation>
    </message>
    <message>
        <source>The value of the chosen keys</source>
        <translation>Der Wert der gewählten Schlüssel</translation>
    </message>
    <message>
        <source>Value</source>
        <translation>Wert</translation>
    </message>
    <message>
        <source>On a smooth path</source>
        <translation>Auf weichem Weg</translation>
    </message>
    <message>
        <source>Go through these keys on a curve, without a corner at each</source>
        <translation>Geht auf einer Kurve durch diese Schlüssel, ohne eine Ecke an jedem</translation>
    </message>
    <message>
        <source>Split poses</source>
        <translation>Posen aufteilen</translation>
    </message>
    <message>
        <source>Keys that one thing has at one time are chosen, moved and eased one by one; otherwise they stay together. Alt does the same for one press.</source>
        <translation>Schlüssel, die ein Ding zu einer Zeit hat, werden einzeln gewählt, verschoben und verlaufen einzeln; sonst bleiben sie zusammen. Alt tut dasselbe für einen Druck.</translation>
    </message>
    <message>
        <source> of {owner}</source>
        <translation> von {owner}</translation>
    </message>
    <message numerus="yes">
        <source>%n keys{whose}</source>
        <translation>
            <numerusform>%n Schlüssel{whose}</numerusform>
            <numerusform>%n Schlüssel{whose}</numerusform>
        </translation>
    </message>
    <message>
        <source>Move keys</source>
        <translation>Schlüssel verschieben</translation>
    </message>
    <message>
        <source>Set keys</source>
        <translation>Schlüssel setzen</translation>
    </message>
    <message>
        <source>Smooth path</source>
        <translation>Weicher Weg</translation>
    </message>
    <message>
        <source>Set the end pose</source>
        <translation>Endpose setzen</translation>
    </message>
    <message>
        <source>Set an in-between pose</source>
        <translation>Zwischenpose setzen</translation>
    </message>
    <message>
        <source>Set the start pose</source>
        <translation>Anfangspose setzen</translation>
    </message>
    <message>
        <source>Playhead</source>
        <translation>Abspielkopf</translation>
    </message>
    <message>
        <source>One picture, at the playhead</source>
        <translation>Ein Bild, am Abspielkopf</translation>
    </message>
    <message>
        <source>Both</source>
        <translation>Beide</translation>
    </message>
    <message>
        <source>Start and end side by side; drag in either</source>
        <translation>Anfang und Ende nebeneinander; ziehen Sie in einem von beiden</translation>
    </message>
    <message>
        <source>Framing</source>
        <translation>Rahmen</translation>
    </message>
    <message>
        <source>What of the picture the frame shows, as two rectangles</source>
        <translation>Was der Rahmen vom Bild zeigt, als zwei Rechtecke</translation>
    </message>
    <message>
        <source>Set the pose in which the clip begins</source>
        <translation>Setzt die Pose, mit der der Clip beginnt</translation>
    </message>
    <message>
        <source>Set a pose at the playhead</source>
        <translation>Setzt eine Pose am Abspielkopf</translation>
    </message>
    <message>
        <source>Set the pose in which the clip ends</source>
        <translation>Setzt die Pose, mit der der Clip endet</translation>
    </message>
    <message>
        <source>The rectangles move the lens</source>
        <translation>Die Rechtecke bewegen das Objektiv</translation>
    </message>
    <message>
        <source>The rectangles size and slide the selected layer</source>
        <translation>Die Rechtecke vergrößern und schieben die gewählte Ebene</translation>
    </message>
    <message>
        <source>The rectangles frame the finished clip, everything at once</source>
        <translation>Die Rechtecke rahmen den fertigen Clip, alles auf einmal</translation>
    </message>
    <message>
        <source>{name} at the start</source>
        <translation>{name} am Anfang</translation>
    </message>
    <message>
        <source>{name} at the playhead</source>
        <translation>{name} am Abspielkopf</translation>
    </message>
    <message>
        <source>{name} at the end</source>
        <translation>{name} am Ende</translation>
    </message>
    <message>
        <source>What is selected</source>
        <translation>Was gewählt ist</translation>
    </message>
    <message>
        <source>Everything</source>
        <translation>Alles</translation>
    </message>
    <message>
        <source>Pose of the lens</source>
        <translation>Pose des Objektivs</translation>
    </message>
    <message>
        <source>All of the move</source>
        <translation>Die ganze Bewegung</translation>
    </message>
    <message>
        <source>Whose poses the buttons below change</source>
        <translation>Wessen Posen die Knöpfe unten ändern</translation>
    </message>
    <message>
        <source>Poses of</source>
        <translation>Posen von</translation>
    </message>
    <message>
        <source>Put one in</source>
        <translation>Eine einsetzen</translation>
    </message>
    <message>
        <source>One more pose at the playhead, that changes nothing yet</source>
        <translation>Noch eine Pose am Abspielkopf, die noch nichts ändert</translation>
    </message>
    <message>
        <source>Put a pose in</source>
        <translation>Eine Pose einsetzen</translation>
    </message>
    <message>
        <source>Go through the poses on a curve, at an even pace</source>
        <translation>Geht auf einer Kurve durch die Posen, in gleichmäßigem Tempo</translation>
    </message>
    <message>
        <source>How long the pose at the playhead is held</source>
        <translation>Wie lange die Pose am Abspielkopf gehalten wird</translation>
    </message>
    <message>
        <source>Seconds held</source>
        <translation>Sekunden halten</translation>
    </message>
    <message>
        <source>Hold it</source>
        <translation>Halten</translation>
    </message>
    <message>
        <source>Hold the pose at the playhead; what comes later makes room</source>
        <translation>Hält die Pose am Abspielkopf; was später kommt, macht Platz</translation>
    </message>
    <message>
        <source>Hold a pose</source>
        <translation>Eine Pose halten</translation>
    </message>
    <message>
        <source>Swap</source>
        <translation>Tauschen</translation>
    </message>
    <message>
        <source>The start as the end, the end as the start</source>
        <translation>Der Anfang als Ende, das Ende als Anfang</translation>
    </message>
    <message>
        <source>Swap start and end</source>
        <translation>Anfang und Ende tauschen</translation>
    </message>
    <message>
        <source>Reverse</source>
        <translation>Umkehren</translation>
    </message>
    <message>
        <source>The whole movement backwards</source>
        <translation>Die ganze Bewegung rückwärts</translation>
    </message>
    <message>
        <source>Mirror</source>
        <translation>Spiegeln</translation>
    </message>
    <message>
        <source>The same movement to the other side</source>
        <translation>Dieselbe Bewegung zur anderen Seite</translation>
    </message>
    <message>
        <source>Handheld sway</source>
        <translation>Schwanken aus der Hand</translation>
    </message>
    <message>
        <source>How far the lens is moved at the most</source>
        <translation>Wie weit das Objektiv höchstens bewegt wird</translation>
    </message>
    <message>
        <source>How far it is turned at the most</source>
        <translation>Wie weit es höchstens gedreht wird</translation>
    </message>
    <message>
        <source>Moves by</source>
        <translation>Bewegt um</translation>
    </message>
    <message>
        <source>Turns by</source>
        <translation>Dreht um</translation>
    </message>
    <message>
        <source>How often</source>
        <translation>Wie oft</translation>
    </message>
    <message>
        <source>Sway</source>
        <translation>Schwanken</translation>
    </message>
    <message>
        <source>Keeps still</source>
        <translation>Hält still</translation>
    </message>
    <message>
        <source>As a pendulum</source>
        <translation>Als Pendel</translation>
    </message>
    <message>
        <source>Flutters</source>
        <translation>Flattert</translation>
    </message>
    <message>
        <source>Sway and swing</source>
        <translation>Schwanken und Schwingen</translation>
    </message>
    <message>
        <source>Drift</source>
        <translation>Drift</translation>
    </message>
    <message>
        <source>How far the layer sways in its own plane: what is farther away is seen to sway less</source>
        <translation>Wie weit die Ebene in sich schwankt: was weiter weg ist, sieht man weniger schwanken</translation>
    </message>
    <message>
        <source>How far it is turned as it sways</source>
        <translation>Wie weit sie beim Schwanken gedreht wird</translation>
    </message>
    <message>
        <source>To and fro about the layer&apos;s pivot (set in Stage)</source>
        <translation>Hin und her um den Drehpunkt der Ebene (in der Bühne gesetzt)</translation>
    </message>
    <message>
        <source>About its pivot</source>
        <translation>Um den Drehpunkt</translation>
    </message>
    <message>
        <source>How far it goes</source>
        <translation>Wie weit es geht</translation>
    </message>
    <message>
        <source>… by</source>
        <translation>… um</translation>
    </message>
    <message>
        <source>How often it goes there and back</source>
        <translation>Wie oft es hin und zurück geht</translation>
    </message>
    <message>
        <source>Slides for ever</source>
        <translation>Gleitet ohne Ende</translation>
    </message>
    <message>
        <source>Clouds, water, a road: the picture wraps with its seam blended away</source>
        <translation>Wolken, Wasser, eine Straße: das Bild läuft um, seine Naht ist verblendet</translation>
    </message>
    <message>
        <source>Frame pixels a second</source>
        <translation>Bildpixel je Sekunde</translation>
    </message>
    <message>
        <source>How many frames it takes to come round</source>
        <translation>Wie viele Bilder es braucht, um herumzukommen</translation>
    </message>
    <message>
        <source>Once round in</source>
        <translation>Einmal herum in</translation>
    </message>
    <message>
        <source>0 is right, 90 down, 180 left</source>
        <translation>0 ist rechts, 90 unten, 180 links</translation>
    </message>
    <message>
        <source>Direction</source>
        <translation>Richtung</translation>
    </message>
    <message>
        <source>How much of the picture is blended at the seam</source>
        <translation>Wie viel vom Bild an der Naht verblendet wird</translation>
    </message>
    <message>
        <source>Seam</source>
        <translation>Naht</translation>
    </message>
    <message>
        <source>The clip loops</source>
        <translation>Clip läuft rund</translation>
    </message>
    <message>
        <source>The speed is set so that the clip is a whole number of turns long</source>
        <translation>Die Geschwindigkeit wird so gesetzt, dass der Clip eine ganze Zahl von Umläufen lang ist</translation>
    </message>
    <message>
        <source>Sway of {name}</source>
        <translation>Schwanken von {name}</translation>
    </message>
    <message>
        <source>Swing of {name}</source>
        <translation>Schwingen von {name}</translation>
    </message>
    <message>
        <source>Drift of {name}</source>
        <translation>Drift von {name}</translation>
    </message>
    <message>
        <source>Three proposals …</source>
        <translation>Drei Vorschläge …</translation>
    </message>
    <message>
        <source>Moves that suit this picture, to pick from</source>
        <translation>Bewegungen, die zu diesem Bild passen, zur Auswahl</translation>
    </message>
    <message>
        <source>Use this move</source>
        <translation>Diese nehmen</translation>
    </message>
    <message>
        <source>Replace the present move by this one</source>
        <translation>Ersetzt die jetzige Bewegung durch diese</translation>
    </message>
    <message>
        <source>No move</source>
        <translation>Keine Bewegung</translation>
    </message>
    <message>
        <source>Lens at rest and steady, layers plain</source>
        <translation>Objektiv in Ruhe und ruhig, Ebenen schlicht</translation>
    </message>
    <message>
        <source>Extend what is short</source>
        <translation>Zu Kurzes erweitern</translation>
    </message>
    <message>
        <source>Carry the layers that limit the move on beyond the photo&apos;s borders, and use it</source>
        <translation>Führt die Ebenen, die die Bewegung begrenzen, über den Rand des Fotos hinaus fort, und nimmt sie</translation>
    </message>
    <message>
        <source>The layer the move is about</source>
        <translation>Die Ebene, um die es in der Bewegung geht</translation>
    </message>
    <message>
        <source>About</source>
        <translation>Um</translation>
    </message>
    <message>
        <source>The nearest layer</source>
        <translation>Die nächste Ebene</translation>
    </message>
    <message>
        <source>Finding the safe travel</source>
        <translation>Sicherer Weg wird gesucht</translation>
    </message>
    <message>
        <source>Finding how far it is safe …</source>
        <translation>Wie weit es sicher ist, wird gesucht …</translation>
    </message>
    <message>
        <source>Safe at any amount.</source>
        <translation>Sicher bei jeder Stärke.</translation>
    </message>
    <message>
        <source>Safe up to {amount}{unit}: then {layer} is torn.</source>
        <translation>Sicher bis {amount}{unit}: dann reißt {layer}.</translation>
    </message>
    <message>
        <source>Safe up to {amount}{unit}: then {layer} shows a gap.</source>
        <translation>Sicher bis {amount}{unit}: dann zeigt {layer} eine Lücke.</translation>
    </message>
    <message>
        <source> From {cut}{unit} the cut edge of {names} shows.</source>
        <translation> Ab {cut}{unit} ist der abgeschnittene Rand von {names} zu sehen.</translation>
    </message>
    <message>
        <source>Extend for {move}</source>
        <translation>Erweitern für {move}</translation>
    </message>
    <message>
        <source>Extending</source>
        <translation>Erweitern</translation>
    </message>
    <message>
        <source>Amount and safe travel</source>
        <translation>Stärke und sicherer Weg</translation>
    </message>
    <message>
        <source>Drag to set the amount. Hatched: a gap shows or a relief tears. Dotted: the edge of a layer that the photo cuts off comes into the frame.</source>
        <translation>Ziehen setzt die Stärke. Schraffiert: eine Lücke ist zu sehen oder ein Relief reißt. Gepunktet: der Rand einer Ebene, die das Foto abschneidet, kommt ins Bild.</translation>
    </message>
    <message>
        <source>, safe to {amount:.3g}</source>
        <translation>, sicher bis {amount:.3g}</translation>
    </message>
    <message>
        <source>Open a photo …</source>
        <translation>Ein Foto öffnen …</translation>
    </message>
    <message>
        <source>Choose a JPEG, PNG, TIFF or WebP file (Ctrl+O)</source>
        <translation>Eine JPEG-, PNG-, TIFF- oder WebP-Datei wählen (Strg+O)</translation>
    </message>
    <message>
        <source>Frame</source>
        <translation>Rahmen</translation>
    </message>
    <message>
        <source>How large the exported clip is</source>
        <translation>Wie groß der exportierte Clip ist</translation>
    </message>
    <message>
        <source>upright</source>
        <translation>hochkant</translation>
    </message>
    <message>
        <source>square</source>
        <translation>quadratisch</translation>
    </message>
    <message>
        <source>Own size</source>
        <translation>Eigene Größe</translation>
    </message>
    <message>
        <source>Frame width in pixels</source>
        <translation>Breite des Bildes in Pixeln</translation>
    </message>
    <message>
        <source>Frame height in pixels</source>
        <translation>Höhe des Bildes in Pixeln</translation>
    </message>
    <message>
        <source>Width, height</source>
        <translation>Breite, Höhe</translation>
    </message>
    <message>
        <source>{rate:g} fps</source>
        <translation>{rate:g} B/s</translation>
    </message>
    <message>
        <source>Frame rate</source>
        <translation>Bildrate</translation>
    </message>
    <message>
        <source>How long the clip lasts; keys move along</source>
        <translation>Wie lang der Clip dauert; Schlüssel wandern mit</translation>
    </message>
    <message>
        <source>Length</source>
        <translation>Länge</translation>
    </message>
    <message>
        <source>Photo in the frame</source>
        <translation>Foto im Rahmen</translation>
    </message>
    <message>
        <source>How large the photo stands; 100 % just covers</source>
        <translation>Wie groß das Foto steht; 100 % deckt gerade</translation>
    </message>
    <message>
        <source>Cover</source>
        <translation>Decken</translation>
    </message>
    <message>
        <source>Enlarge the photo until it covers the frame</source>
        <translation>Vergrößert das Foto, bis es den Rahmen deckt</translation>
    </message>
    <message>
        <source>Fit</source>
        <translation>Einpassen</translation>
    </message>
    <message>
        <source>Show the whole photo; the rest of the frame is empty</source>
        <translation>Zeigt das ganze Foto; der Rest des Rahmens ist leer</translation>
    </message>
    <message>
        <source>One photo pixel a frame pixel</source>
        <translation>Ein Pixel des Fotos ein Pixel des Bildes</translation>
    </message>
    <message>
        <source>How many times as many pixels across</source>
        <translation>Wie viel mal so viele Pixel in der Breite</translation>
    </message>
    <message>
        <source>More pixels</source>
        <translation>Mehr Pixel</translation>
    </message>
    <message>
        <source>Gives a photo that is too small for the frame more pixels, as sharp as can be; all that was cut grows with it</source>
        <translation>Gibt einem Foto, das für den Rahmen zu klein ist, mehr Pixel, so scharf es geht; alles Geschnittene wächst mit</translation>
    </message>
    <message>
        <source>Drag the photo to place it; turn the wheel to make it larger or smaller.</source>
        <translation>Ziehen Sie das Foto an seinen Platz; das Rad macht es größer oder kleiner.</translation>
    </message>
    <message>
        <source>Open another photo …</source>
        <translation>Ein anderes Foto öffnen …</translation>
    </message>
    <message>
        <source>{name}
{width} × {height} pixels, {megapixels:.1f} megapixels</source>
        <translation>{name}
{width} × {height} Pixel, {megapixels:.1f} Megapixel</translation>
    </message>
    <message>
        <source>No photo yet.</source>
        <translation>Noch kein Foto.</translation>
    </message>
    <message>
        <source>The photo does not cover the frame: its border will show.</source>
        <translation>Das Foto deckt den Rahmen nicht: sein Rand wird zu sehen sein.</translation>
    </message>
    <message>
        <source>The photo stands {scale:.1f} times as large as it is and will look soft. Give it more pixels, or choose a smaller frame.</source>
        <translation>Das Foto steht {scale:.1f} mal so groß, wie es ist, und wird weich aussehen. Geben Sie ihm mehr Pixel, oder wählen Sie einen kleineren Rahmen.</translation>
    </message>
    <message>
        <source>Frame size</source>
        <translation>Größe des Rahmens</translation>
    </message>
    <message>
        <source>Enlarge the photo</source>
        <translation>Foto vergrößern</translation>
    </message>
    <message>
        <source>Cover the frame</source>
        <translation>Rahmen decken</translation>
    </message>
    <message>
        <source>Fit the photo</source>
        <translation>Foto einpassen</translation>
    </message>
    <message>
        <source>Photo at 1:1</source>
        <translation>Foto 1:1</translation>
    </message>
    <message>
        <source>Open a still, choose the frame, place the photo in it</source>
        <translation>Ein Foto öffnen, den Rahmen wählen, das Foto hineinsetzen</translation>
    </message>
    <message>
        <source>Cut the photo into layers</source>
        <translation>Das Foto in Ebenen schneiden</translation>
    </message>
    <message>
        <source>See and set how the picture behind the layers is filled</source>
        <translation>Sehen und setzen, wie das Bild hinter den Ebenen gefüllt ist</translation>
    </message>
    <message>
        <source>Set the layers&apos; distances and the lens</source>
        <translation>Die Abstände der Ebenen und das Objektiv setzen</translation>
    </message>
    <message>
        <source>Start pose, end pose, ready moves, layer keys</source>
        <translation>Anfangspose, Endpose, fertige Bewegungen, Schlüssel der Ebenen</translation>
    </message>
    <message>
        <source>Lens, air, light, film and sound</source>
        <translation>Objektiv, Luft, Licht, Film und Ton</translation>
    </message>
    <message>
        <source>Write the video</source>
        <translation>Das Video schreiben</translation>
    </message>
    <message>
        <source>no photo yet</source>
        <translation>noch kein Foto</translation>
    </message>
    <message numerus="yes">
        <source>%n layers</source>
        <translation>
            <numerusform>%n Ebene</numerusform>
            <numerusform>%n Ebenen</numerusform>
        </translation>
    </message>
    <message>
        <source>nothing cut yet</source>
        <translation>noch nichts geschnitten</translation>
    </message>
    <message>
        <source>to be rebuilt</source>
        <translation>zu ergänzen</translation>
    </message>
    <message>
        <source>rebuilding …</source>
        <translation>wird ergänzt …</translation>
    </message>
    <message>
        <source>rebuilt</source>
        <translation>ergänzt</translation>
    </message>
    <message>
        <source>{near:.3g} to {far:.3g} m</source>
        <translation>{near:.3g} bis {far:.3g} m</translation>
    </message>
    <message>
        <source>strobing: {strobing}</source>
        <translation>ruckelt: {strobing}</translation>
    </message>
    <message>
        <source>moving</source>
        <translation>bewegt sich</translation>
    </message>
    <message>
        <source>no move yet</source>
        <translation>noch keine Bewegung</translation>
    </message>
    <message>
        <source>as it is</source>
        <translation>wie es ist</translation>
    </message>
    <message>
        <source>to be checked</source>
        <translation>zu prüfen</translation>
    </message>
    <message>
        <source>checking …</source>
        <translation>wird geprüft …</translation>
    </message>
    <message numerus="yes">
        <source>%n gaps</source>
        <translation>
            <numerusform>%n Lücke</numerusform>
            <numerusform>%n Lücken</numerusform>
        </translation>
    </message>
    <message>
        <source>{seconds:g} s · {rate:g} fps</source>
        <translation>{seconds:g} s · {rate:g} B/s</translation>
    </message>
    <message>
        <source>focus</source>
        <translation>Schärfe</translation>
    </message>
    <message>
        <source>blur</source>
        <translation>Unschärfe</translation>
    </message>
    <message>
        <source>shutter</source>
        <translation>Verschluss</translation>
    </message>
    <message>
        <source>air</source>
        <translation>Luft</translation>
    </message>
    <message>
        <source>light</source>
        <translation>Licht</translation>
    </message>
    <message>
        <source>film</source>
        <translation>Film</translation>
    </message>
    <message>
        <source>sound</source>
        <translation>Ton</translation>
    </message>
    <message>
        <source>Step {number}: {step}</source>
        <translation>Schritt {number}: {step}</translation>
    </message>
    <message>
        <source>Place the photo</source>
        <translation>Foto setzen</translation>
    </message>
    <message>
        <source>No sound is heard here: the system library PortAudio is missing (on Debian the package libportaudio2). Install it and start Woodcock again; exports have their sound all the same.</source>
        <translation>Hier ist kein Ton zu hören: Die Systembibliothek PortAudio fehlt (auf Debian das Paket libportaudio2). Installieren Sie sie und starten Sie Woodcock neu; Exporte haben ihren Ton trotzdem.</translation>
    </message>
    <message>
        <source>No sound is heard here: this machine has no sound device that could be opened. Exports have their sound all the same.</source>
        <translation>Hier ist kein Ton zu hören: Dieser Rechner hat kein Tongerät, das sich öffnen ließe. Exporte haben ihren Ton trotzdem.</translation>
    </message>
    <message>
        <source>Between the poses: dragging sets the start</source>
        <translation>Zwischen den Posen: ziehen setzt den Anfang</translation>
    </message>
    <message>
        <source>Between the poses: dragging sets one here</source>
        <translation>Zwischen den Posen: ziehen setzt hier eine</translation>
    </message>
    <message>
        <source>Between the poses: dragging sets the end</source>
        <translation>Zwischen den Posen: ziehen setzt das Ende</translation>
    </message>
    <message>
        <source>The photo: the first frame is on its way …</source>
        <translation>Das Foto: Das erste Bild ist unterwegs …</translation>
    </message>
    <message>
        <source>Pose at {time:.2f} s: drag to change it</source>
        <translation>Pose bei {time:.2f} s: ziehen ändert sie</translation>
    </message>
    <message>
        <source>{pose} pose: drag to change it</source>
        <translation>Pose {pose}: ziehen ändert sie</translation>
    </message>
    <message>
        <source>{pose} pose (dragging sets the other one)</source>
        <translation>Pose {pose} (ziehen setzt die andere)</translation>
    </message>
    <message>
        <source>The picture of the step: the line below the window says what the hand does in it. The wheel zooms, the middle button pans.</source>
        <translation>Das Bild des Schritts: Die Zeile unter dem Fenster sagt, was die Hand darin tut. Das Rad zoomt, die mittlere Taste verschiebt.</translation>
    </message>
    <message>
        <source>, {name} selected</source>
        <translation>, {name} gewählt</translation>
    </message>
    <message>
        <source>Finding the subject</source>
        <translation>Das Motiv finden</translation>
    </message>
    <message>
        <source>Near to far</source>
        <translation>Nah bis fern</translation>
    </message>
    <message>
        <source>Enlarging a photo</source>
        <translation>Ein Foto vergrößern</translation>
    </message>
    <message>
        <source>Preferences</source>
        <translation>Einstellungen</translation>
    </message>
    <message>
        <source>A learned model from an ONNX file can stand in for what ships. The first two take one picture of 3 × 320 × 320 (RGB, ImageNet mean and spread) and give one number a pixel: how much it belongs to the subject, or how near it is. The third takes pieces of 3 × 160 × 160 (RGB, 0 to 1) and gives them a whole number of times larger. Leave a field empty to use what ships.</source>
        <translation>Ein gelerntes Modell aus einer ONNX-Datei kann für das einspringen, was dabei ist. Die ersten beiden nehmen ein Bild von 3 × 320 × 320 (RGB, Mittel und Streuung von ImageNet) und geben eine Zahl je Pixel: wie sehr er zum Motiv gehört, oder wie nah er ist. Das dritte nimmt Stücke von 3 × 160 × 160 (RGB, 0 bis 1) und gibt sie eine ganze Zahl mal größer zurück. Lassen Sie ein Feld leer, um zu nehmen, was dabei ist.</translation>
    </message>
    <message>
        <source>what ships</source>
        <translation>was dabei ist</translation>
    </message>
    <message>
        <source>Path of an ONNX file</source>
        <translation>Pfad einer ONNX-Datei</translation>
    </message>
    <message>
        <source>Choose …</source>
        <translation>Wählen …</translation>
    </message>
    <message>
        <source>Choose a model for: {what}</source>
        <translation>Ein Modell wählen für: {what}</translation>
    </message>
    <message>
        <source>How much memory undo may take up; 0 is a quarter of this machine&apos;s, {usual:,} MB</source>
        <translation>Wie viel Speicher Rückgängig belegen darf; 0 ist ein Viertel dieses Rechners, {usual:,} MB</translation>
    </message>
    <message>
        <source>a quarter: {usual:,} MB</source>
        <translation>ein Viertel: {usual:,} MB</translation>
    </message>
    <message>
        <source>Memory for undo</source>
        <translation>Speicher für Rückgängig</translation>
    </message>
    <message>
        <source>As the system&apos;s</source>
        <translation>Wie das System</translation>
    </message>
    <message>
        <source>How large the window&apos;s text is, from the next start on</source>
        <translation>Wie groß die Schrift des Fensters ist, ab dem nächsten Start</translation>
    </message>
    <message>
        <source>Size of text</source>
        <translation>Schriftgröße</translation>
    </message>
    <message>
        <source>What Woodcock speaks, from the next start on</source>
        <translation>Was Woodcock spricht, ab dem nächsten Start</translation>
    </message>
    <message>
        <source>Language</source>
        <translation>Sprache</translation>
    </message>
    <message>
        <source>A window of its own</source>
        <translation>Ein eigenes Fenster</translation>
    </message>
    <message>
        <source>The window that is open</source>
        <translation>Das offene Fenster</translation>
    </message>
    <message>
        <source>Where a file goes that is opened from the desktop while a window is open</source>
        <translation>Wohin eine Datei kommt, die vom Schreibtisch aus geöffnet wird, während ein Fenster offen ist</translation>
    </message>
    <message>
        <source>Files from the desktop</source>
        <translation>Dateien vom Schreibtisch</translation>
    </message>
    <message>
        <source>Choose a model</source>
        <translation>Ein Modell wählen</translation>
    </message>
    <message>
        <source>{name} was not found. Choose it again, or clear the field.</source>
        <translation>{name} wurde nicht gefunden. Wählen Sie es neu, oder leeren Sie das Feld.</translation>
    </message>
    <message>
        <source>Depth rail</source>
        <translation>Tiefenschiene</translation>
    </message>
    <message>
        <source>The scene from the side: the lens at the left, every layer as a slat at its distance. Drag a slat to set it nearer or farther; the picture at rest stays as it is.</source>
        <translation>Die Szene von der Seite: links das Objektiv, jede Ebene als Lamelle in ihrem Abstand. Ziehen Sie eine Lamelle näher oder weiter; das ruhende Bild bleibt, wie es ist.</translation>
    </message>
    <message>
        <source>Left and Right: distance. Up and Down: another layer.</source>
        <translation>Links und Rechts: Abstand. Auf und Ab: eine andere Ebene.</translation>
    </message>
    <message>
        <source>Distance of {name}</source>
        <translation>Abstand von {name}</translation>
    </message>
    <message>
        <source>{name}: {distance} from the lens.
Drag to set it nearer or farther; the frame at rest does not change.</source>
        <translation>{name}: {distance} vom Objektiv.
Ziehen setzt sie näher oder weiter; das ruhende Bild ändert sich nicht.</translation>
    </message>
    <message>
        <source>The scene from the side: the lens, and every layer at its distance.
Drag a slat to change a distance.</source>
        <translation>Die Szene von der Seite: das Objektiv, und jede Ebene in ihrem Abstand.
Eine Lamelle ziehen ändert einen Abstand.</translation>
    </message>
    <message>
        <source>This layer</source>
        <translation>Diese Ebene</translation>
    </message>
    <message>
        <source>Only the selected layer is carried on</source>
        <translation>Nur die gewählte Ebene wird fortgeführt</translation>
    </message>
    <message>
        <source>The whole photo</source>
        <translation>Das ganze Foto</translation>
    </message>
    <message>
        <source>Every layer that was cut from the photo is</source>
        <translation>Jede aus dem Foto geschnittene Ebene wird es</translation>
    </message>
    <message>
        <source>Pixels</source>
        <translation>Pixel</translation>
    </message>
    <message>
        <source>Of the photo</source>
        <translation>Des Fotos</translation>
    </message>
    <message>
        <source>Per cent</source>
        <translation>Prozent</translation>
    </message>
    <message>
        <source>Of the photo&apos;s width or height</source>
        <translation>Der Breite oder Höhe des Fotos</translation>
    </message>
    <message>
        <source>How far the picture is carried on beyond the photo&apos;s {side} border</source>
        <translation>Wie weit das Bild über den Rand des Fotos ({side}) hinaus fortgeführt wird</translation>
    </message>
    <message>
        <source>As much as the move needs</source>
        <translation>So viel die Bewegung braucht</translation>
    </message>
    <message>
        <source>Carries on what the frame looks past, and no more</source>
        <translation>Führt fort, woran der Rahmen vorbeisieht, und nicht mehr</translation>
    </message>
    <message>
        <source>Back to the photo&apos;s borders</source>
        <translation>Zurück zum Rand des Fotos</translation>
    </message>
    <message>
        <source>Take this back</source>
        <translation>Dies zurücknehmen</translation>
    </message>
    <message>
        <source>Looking whether the move needs more …</source>
        <translation>Braucht die Bewegung mehr? …</translation>
    </message>
    <message>
        <source>The frame looks past a border.</source>
        <translation>Der Rahmen sieht an einem Rand vorbei.</translation>
    </message>
    <message>
        <source>The move needs no more than this.</source>
        <translation>Die Bewegung braucht nicht mehr.</translation>
    </message>
    <message>
        <source>Beyond the borders</source>
        <translation>Über die Ränder hinaus</translation>
    </message>
    <message>
        <source>Behind it</source>
        <translation>Dahinter</translation>
    </message>
    <message>
        <source>The picture with this layer and nearer ones taken away</source>
        <translation>Das Bild ohne diese Ebene und nähere</translation>
    </message>
    <message>
        <source>The layer by itself, its hidden parts filled in</source>
        <translation>Die Ebene für sich, ihre verdeckten Teile gefüllt</translation>
    </message>
    <message>
        <source>Outline what was made up</source>
        <translation>Ergänztes umranden</translation>
    </message>
    <message>
        <source>A line round what of the layer was made up; a broken one round what the photo tells only in part, at the edge of a cut</source>
        <translation>Eine Linie um das, was an der Ebene ergänzt wurde; eine unterbrochene um das, was das Foto nur zum Teil sagt, am Rand eines Schnitts</translation>
    </message>
    <message>
        <source>Flicker with the photo</source>
        <translation>Mit dem Foto wechseln</translation>
    </message>
    <message>
        <source>Photo and picture by turns; holding B shows the photo as well</source>
        <translation>Foto und Bild im Wechsel; B halten zeigt auch das Foto</translation>
    </message>
    <message>
        <source>Bring everything back</source>
        <translation>Alles zurückholen</translation>
    </message>
    <message>
        <source>The photo as it was, nothing taken out of it</source>
        <translation>Das Foto, wie es war, nichts herausgenommen</translation>
    </message>
    <message>
        <source>Take off what was painted</source>
        <translation>Gemaltes wegnehmen</translation>
    </message>
    <message>
        <source>The layer as it was made up, without repairs by hand</source>
        <translation>Die Ebene, wie sie ergänzt wurde, ohne Nachbesserung von Hand</translation>
    </message>
    <message>
        <source>What the move reveals</source>
        <translation>Was die Bewegung zeigt</translation>
    </message>
    <message>
        <source>Draw it over the picture</source>
        <translation>Über das Bild zeichnen</translation>
    </message>
    <message>
        <source>Hidden places some frame shows; the stronger, the longer</source>
        <translation>Verdeckte Stellen, die ein Bild zeigt; je stärker, desto länger</translation>
    </message>
    <message>
        <source>Go to where most shows</source>
        <translation>Wo am meisten zu sehen ist</translation>
    </message>
    <message>
        <source>The frame that shows the most of what was made up (F)</source>
        <translation>Das Bild, das am meisten vom Ergänzten zeigt (F)</translation>
    </message>
    <message>
        <source>Rebuild everything hidden</source>
        <translation>Alles Verdeckte ergänzen</translation>
    </message>
    <message>
        <source>Not only what the move reveals: takes longer, is ready for any move</source>
        <translation>Nicht nur, was die Bewegung zeigt: dauert länger, ist für jede Bewegung bereit</translation>
    </message>
    <message>
        <source>Try another fill</source>
        <translation>Andere Füllung versuchen</translation>
    </message>
    <message>
        <source>Fills the same holes by another proposal</source>
        <translation>Füllt dieselben Löcher mit einem anderen Vorschlag</translation>
    </message>
    <message>
        <source>Edge of the selected layer</source>
        <translation>Rand der gewählten Ebene</translation>
    </message>
    <message>
        <source>By how much the cut may be off, in pixels of a 1080-line frame. So far on both sides the photo tells what is the layer and what is behind it; at 0 the cut holds as it is.</source>
        <translation>Um wie viel der Schnitt daneben liegen darf, in Pixeln eines Bildes von 1080 Zeilen. So weit sagt zu beiden Seiten das Foto, was die Ebene ist und was dahinter; bei 0 gilt der Schnitt, wie er ist.</translation>
    </message>
    <message>
        <source>May be off by</source>
        <translation>Darf abweichen um</translation>
    </message>
    <message>
        <source>Beyond the photo&apos;s borders</source>
        <translation>Über den Rand des Fotos hinaus</translation>
    </message>
    <message>
        <source>Every hole is filled from its surroundings.</source>
        <translation>Jedes Loch ist aus seiner Umgebung gefüllt.</translation>
    </message>
    <message>
        <source>What the move shows is filled; the rest follows.</source>
        <translation>Was die Bewegung zeigt, ist gefüllt; das übrige folgt.</translation>
    </message>
    <message>
        <source>Rebuilding …</source>
        <translation>Wird ergänzt …</translation>
    </message>
    <message>
        <source>Nothing is hidden yet: cut a layer first.</source>
        <translation>Noch ist nichts verdeckt: schneiden Sie zuerst eine Ebene.</translation>
    </message>
    <message>
        <source>Nothing is hidden yet.</source>
        <translation>Noch ist nichts verdeckt.</translation>
    </message>
    <message>
        <source>Following what is hidden through the frames …</source>
        <translation>Was verdeckt ist, wird durch die Bilder verfolgt …</translation>
    </message>
    <message>
        <source>{names}: up to {reach:.0f}&#xa0;px behind the cuts, {share:.1f}&#xa0;% of the picture; {state}.</source>
        <translation>{names}: bis zu {reach:.0f}&#xa0;px hinter den Schnitten, {share:.1f}&#xa0;% des Bildes; {state}.</translation>
    </message>
    <message>
        <source>all of it rebuilt</source>
        <translation>alles davon ergänzt</translation>
    </message>
    <message>
        <source>Rebuild what the move reveals</source>
        <translation>Gezeigtes ergänzen</translation>
    </message>
    <message>
        <source>Edge of {name}</source>
        <translation>Rand von {name}</translation>
    </message>
    <message>
        <source>Bring back</source>
        <translation>Zurückholen</translation>
    </message>
    <message>
        <source>Remove</source>
        <translation>Entfernen</translation>
    </message>
    <message>
        <source>Right-click the place to copy from first.</source>
        <translation>Klicken Sie zuerst mit rechts auf die Stelle, von der kopiert wird.</translation>
    </message>
    <message>
        <source>Paint over something unwanted: it is filled from around it. Right button: back.</source>
        <translation>Über Unerwünschtes malen: es wird aus der Umgebung gefüllt. Rechte Taste: zurück.</translation>
    </message>
    <message>
        <source>Draw round a place: it is filled by another proposal. Enter: yet another.</source>
        <translation>Eine Stelle umfahren: sie wird mit einem anderen Vorschlag gefüllt. Eingabe: noch einer.</translation>
    </message>
    <message>
        <source>Draw round a place, then drag from inside it to what should be there.</source>
        <translation>Eine Stelle umfahren, dann von innen dorthin ziehen, was dort sein soll.</translation>
    </message>
    <message>
        <source>Right-click what to copy, then paint.</source>
        <translation>Mit rechts anklicken, was kopiert wird, dann malen.</translation>
    </message>
    <message>
        <source>Paint over a seam: colours melt into each other, the texture stays.</source>
        <translation>Über eine Naht malen: Farben gehen ineinander über, die Struktur bleibt.</translation>
    </message>
    <message>
        <source>Drag colours along; opacity is how far.</source>
        <translation>Farben mitziehen; die Deckkraft sagt, wie weit.</translation>
    </message>
    <message>
        <source>Paint a plain colour; right-click takes it from the picture.</source>
        <translation>Eine schlichte Farbe malen; ein Rechtsklick nimmt sie aus dem Bild.</translation>
    </message>
    <message>
        <source>Strokes keep their distance</source>
        <translation>Striche halten ihren Abstand</translation>
    </message>
    <message>
        <source>Every stroke copies from the same distance; else each begins anew at the picked place</source>
        <translation>Jeder Strich kopiert aus demselben Abstand; sonst beginnt jeder neu an der gewählten Stelle</translation>
    </message>
    <message>
        <source>Mirrored</source>
        <translation>Gespiegelt</translation>
    </message>
    <message>
        <source>Copies are turned round sideways, as in a mirror</source>
        <translation>Kopien sind seitenverkehrt, wie in einem Spiegel</translation>
    </message>
    <message>
        <source>Whose picture is copied</source>
        <translation>Wessen Bild kopiert wird</translation>
    </message>
    <message>
        <source>The colour that is painted; right-click the picture to take one</source>
        <translation>Die Farbe, die gemalt wird; ein Rechtsklick ins Bild nimmt eine</translation>
    </message>
    <message>
        <source>Copy from</source>
        <translation>Kopieren von</translation>
    </message>
    <message>
        <source>Hardness</source>
        <translation>Härte</translation>
    </message>
    <message>
        <source>Opacity</source>
        <translation>Deckkraft</translation>
    </message>
    <message>
        <source>{name} is a picture of its own: choose a layer that was cut from the photo.</source>
        <translation>{name} ist ein eigenes Bild: wählen Sie eine Ebene, die aus dem Foto geschnitten ist.</translation>
    </message>
    <message>
        <source>On the layer “{name}”:</source>
        <translation>Auf der Ebene „{name}“:</translation>
    </message>
    <message>
        <source>Colour to paint</source>
        <translation>Farbe zum Malen</translation>
    </message>
    <message>
        <source>Clone</source>
        <translation>Klonen</translation>
    </message>
    <message>
        <source>Transplant</source>
        <translation>Einsetzen</translation>
    </message>
    <message>
        <source>Blend</source>
        <translation>Mischen</translation>
    </message>
    <message>
        <source>Smudge</source>
        <translation>Wischen</translation>
    </message>
    <message>
        <source>Paint a colour</source>
        <translation>Eine Farbe malen</translation>
    </message>
    <message>
        <source>Fill anew</source>
        <translation>Neu füllen</translation>
    </message>
    <message>
        <source>Setting up</source>
        <translation>Vorbereiten</translation>
    </message>
    <message>
        <source>The picture is still being got ready. Try again in a moment.</source>
        <translation>Das Bild wird noch bereitgemacht. Versuchen Sie es gleich noch einmal.</translation>
    </message>
    <message>
        <source>Filling anew</source>
        <translation>Neu füllen</translation>
    </message>
    <message>
        <source>Worst places</source>
        <translation>Schlechteste Stellen</translation>
    </message>
    <message>
        <source>Lists the places that were hardest to make up and that the move shows longest (W: the next one)</source>
        <translation>Listet die Stellen auf, die am schwersten zu ergänzen waren und die die Bewegung am längsten zeigt (W: die nächste)</translation>
    </message>
    <message>
        <source>Nothing doubtful is shown.</source>
        <translation>Nichts Zweifelhaftes ist zu sehen.</translation>
    </message>
    <message>
        <source>This project was not saved yet, so there are no earlier saves.</source>
        <translation>Dieses Projekt wurde noch nicht gespeichert, es gibt also keine früheren Stände.</translation>
    </message>
    <message>
        <source>Looking for earlier saves</source>
        <translation>Frühere Stände werden gesucht</translation>
    </message>
    <message>
        <source>{clock}. Last act: {act}.</source>
        <translation>{clock}. Letzter Schritt: {act}.</translation>
    </message>
    <message>
        <source>Open it</source>
        <translation>Öffnen</translation>
    </message>
    <message>
        <source>Go on where it ended</source>
        <translation>Weitermachen, wo es endete</translation>
    </message>
    <message>
        <source>Throw it away</source>
        <translation>Wegwerfen</translation>
    </message>
    <message>
        <source>Remove what was kept of it</source>
        <translation>Entfernt, was davon behalten wurde</translation>
    </message>
    <message>
        <source>Woodcock ended without closing. This is what was kept of work that was not saved; nothing of the project files themselves was changed.</source>
        <translation>Woodcock endete, ohne zu schließen. Das wurde von ungespeicherter Arbeit behalten; an den Projektdateien selbst hat sich nichts geändert.</translation>
    </message>
    <message>
        <source>It is offered again at the next start</source>
        <translation>Beim nächsten Start wird es wieder angeboten</translation>
    </message>
    <message>
        <source>Your work is back, up to: {act}. Save it.</source>
        <translation>Ihre Arbeit ist wieder da, bis: {act}. Speichern Sie sie.</translation>
    </message>
    <message numerus="yes">
        <source>%n layers, {seconds:g} s. Last act: {act}.</source>
        <translation>
            <numerusform>%n Ebene, {seconds:g} s. Letzter Schritt: {act}.</numerusform>
            <numerusform>%n Ebenen, {seconds:g} s. Letzter Schritt: {act}.</numerusform>
        </translation>
    </message>
    <message>
        <source>Bring it back</source>
        <translation>Zurückholen</translation>
    </message>
    <message>
        <source>Make it the present project; undo takes that back</source>
        <translation>Macht es zum jetzigen Projekt; Rückgängig nimmt das zurück</translation>
    </message>
    <message>
        <source>No earlier saves were kept of this project.</source>
        <translation>Von diesem Projekt wurden keine früheren Stände behalten.</translation>
    </message>
    <message>
        <source>The last saves of this project. What you bring back takes the place of what is open; the file changes only when you save.</source>
        <translation>Die letzten Stände dieses Projekts. Was Sie zurückholen, tritt an die Stelle dessen, was offen ist; die Datei ändert sich erst, wenn Sie speichern.</translation>
    </message>
    <message>
        <source>Earlier saves</source>
        <translation>Frühere Stände</translation>
    </message>
    <message>
        <source>Bring back {clock}</source>
        <translation>{clock} zurückholen</translation>
    </message>
    <message>
        <source>Open elsewhere</source>
        <translation>Anderswo offen</translation>
    </message>
    <message>
        <source>{name} is open in another Woodcock ({why}).</source>
        <translation>{name} ist in einem anderen Woodcock offen ({why}).</translation>
    </message>
    <message>
        <source>Work on a copy, which you save under another name, or only look at it: nothing is written into its file from here.</source>
        <translation>Arbeiten Sie an einer Kopie, die Sie unter einem anderen Namen speichern, oder sehen Sie es nur an: Von hier wird nichts in seine Datei geschrieben.</translation>
    </message>
    <message>
        <source>Work on a copy</source>
        <translation>An einer Kopie arbeiten</translation>
    </message>
    <message>
        <source>Only look</source>
        <translation>Nur ansehen</translation>
    </message>
    <message>
        <source>{name}, not saved yet</source>
        <translation>{name}, noch nicht gespeichert</translation>
    </message>
    <message>
        <source>Not saved yet</source>
        <translation>Noch nicht gespeichert</translation>
    </message>
    <message>
        <source>take from {layer}</source>
        <translation>von {layer} wegnehmen</translation>
    </message>
    <message>
        <source>keep within {layer}</source>
        <translation>innerhalb von {layer} behalten</translation>
    </message>
    <message>
        <source>split off {layer}</source>
        <translation>von {layer} abtrennen</translation>
    </message>
    <message>
        <source>merge into {layer}</source>
        <translation>mit {layer} verschmelzen</translation>
    </message>
    <message>
        <source>change {layer}</source>
        <translation>{layer} ändern</translation>
    </message>
    <message>
        <source>add to {layer}</source>
        <translation>{layer} hinzufügen</translation>
    </message>
    <message>
        <source>Mask</source>
        <translation>Maske</translation>
    </message>
    <message>
        <source>Subject</source>
        <translation>Motiv</translation>
    </message>
    <message>
        <source>Studying the photo</source>
        <translation>Das Foto wird studiert</translation>
    </message>
    <message>
        <source>Nothing to remove from: select a layer that was cut first.</source>
        <translation>Nichts, wovon wegzunehmen wäre: wählen Sie zuerst eine geschnittene Ebene.</translation>
    </message>
    <message>
        <source>Cutting {name}</source>
        <translation>{name} wird geschnitten</translation>
    </message>
    <message>
        <source>Find layers</source>
        <translation>Aufteilen</translation>
    </message>
    <message>
        <source>Proposing layers</source>
        <translation>Ebenen werden vorgeschlagen</translation>
    </message>
    <message>
        <source>Looking over the edge</source>
        <translation>Der Rand wird durchgesehen</translation>
    </message>
    <message>
        <source>Cut a layer</source>
        <translation>Eine Ebene schneiden</translation>
    </message>
    <message>
        <source>Nothing stands out clearly, so this is a guess.</source>
        <translation>Nichts sticht deutlich hervor, das ist also geraten.</translation>
    </message>
    <message numerus="yes">
        <source>%n more things stand out: Tab cuts the next.</source>
        <translation>
            <numerusform>Noch ein Ding sticht hervor: Tab schneidet es.</numerusform>
            <numerusform>%n weitere Dinge stechen hervor: Tab schneidet das nächste.</numerusform>
        </translation>
    </message>
    <message>
        <source>{name} stands before {other}</source>
        <translation>{name} steht vor {other}</translation>
    </message>
    <message>
        <source>{says}, behind {name}.</source>
        <translation>{says}, hinter {name}.</translation>
    </message>
    <message>
        <source>a stray piece</source>
        <translation>ein verirrtes Stück</translation>
    </message>
    <message>
        <source>background left inside</source>
        <translation>Hintergrund darin</translation>
    </message>
    <message>
        <source>a fringe of background</source>
        <translation>ein Saum vom Hintergrund</translation>
    </message>
    <message>
        <source>Look it over</source>
        <translation>Durchsehen</translation>
    </message>
    <message>
        <source>Lists places that look wrong: stray pieces, background left inside, fringes of the background&apos;s colours</source>
        <translation>Listet Stellen auf, die falsch aussehen: verirrte Stücke, Hintergrund darin, Säume in Farben des Hintergrunds</translation>
    </message>
    <message>
        <source>Nothing looks wrong.</source>
        <translation>Nichts sieht falsch aus.</translation>
    </message>
    <message>
        <source>The layer&apos;s name</source>
        <translation>Der Name der Ebene</translation>
    </message>
    <message>
        <source>Takes another layer&apos;s mask as a stroke: what it does is chosen above (New copies it, Within keeps what both have)</source>
        <translation>Nimmt die Maske einer anderen Ebene als Strich: Was er tut, ist oben gewählt (Neu kopiert sie, Innerhalb behält, was beide haben)</translation>
    </message>
    <message>
        <source>Makes another layer part of this one; its mask is added and it goes</source>
        <translation>Macht eine andere Ebene zum Teil von dieser; ihre Maske kommt dazu, und sie selbst geht</translation>
    </message>
    <message>
        <source>A copy just in front of it, to be cut differently</source>
        <translation>Eine Kopie gleich davor, um anders geschnitten zu werden</translation>
    </message>
    <message>
        <source>Delete the layer; a cut part of the photo falls to the background</source>
        <translation>Löscht die Ebene; ein geschnittener Teil des Fotos fällt an den Hintergrund</translation>
    </message>
    <message>
        <source>Add pictures …</source>
        <translation>Bilder hinzufügen …</translation>
    </message>
    <message>
        <source>Other pictures as layers of their own: PNG, JPEG, TIFF, WebP. One of the photo&apos;s size lies on it exactly, another is placed by dragging.</source>
        <translation>Andere Bilder als eigene Ebenen: PNG, JPEG, TIFF, WebP. Eines von der Größe des Fotos liegt genau darauf, ein anderes wird an seinen Platz gezogen.</translation>
    </message>
    <message>
        <source>Across</source>
        <translation>Quer</translation>
    </message>
    <message>
        <source>Where the picture&apos;s middle lies, from the photo&apos;s left</source>
        <translation>Wo die Mitte des Bildes liegt, vom linken Rand des Fotos</translation>
    </message>
    <message>
        <source>Down</source>
        <translation>Hinunter</translation>
    </message>
    <message>
        <source>Where the picture&apos;s middle lies, from the photo&apos;s top</source>
        <translation>Wo die Mitte des Bildes liegt, vom oberen Rand des Fotos</translation>
    </message>
    <message>
        <source>Photo pixels for each of its own (Shift+wheel)</source>
        <translation>Fotopixel für jeden eigenen (Umschalt+Rad)</translation>
    </message>
    <message>
        <source>Use the mask of …</source>
        <translation>Maske nehmen von …</translation>
    </message>
    <message>
        <source>Merge with …</source>
        <translation>Verschmelzen mit …</translation>
    </message>
    <message>
        <source>Duplicate {name}</source>
        <translation>{name} verdoppeln</translation>
    </message>
    <message>
        <source>Place {name}</source>
        <translation>{name} setzen</translation>
    </message>
    <message>
        <source>Photo, layers tinted</source>
        <translation>Foto, Ebenen getönt</translation>
    </message>
    <message>
        <source>Cut out on checkerboard</source>
        <translation>Freigestellt auf Karomuster</translation>
    </message>
    <message>
        <source>Cut out on black</source>
        <translation>Freigestellt auf Schwarz</translation>
    </message>
    <message>
        <source>Cut out on white</source>
        <translation>Freigestellt auf Weiß</translation>
    </message>
    <message>
        <source>Cut out on mid grey</source>
        <translation>Freigestellt auf Grau</translation>
    </message>
    <message>
        <source>Its alpha: white is taken</source>
        <translation>Sein Alpha: Weiß gehört dazu</translation>
    </message>
    <message>
        <source>Photo in the selection&apos;s greys</source>
        <translation>Foto in den Graus der Auswahl</translation>
    </message>
    <message>
        <source>Evens out a rough edge</source>
        <translation>Glättet einen rauen Rand</translation>
    </message>
    <message>
        <source>Shift</source>
        <translation>Schieben</translation>
    </message>
    <message>
        <source>Moves the edge out, or in when negative</source>
        <translation>Schiebt den Rand nach außen, oder bei Minus nach innen</translation>
    </message>
    <message>
        <source>Soften</source>
        <translation>Weicher</translation>
    </message>
    <message>
        <source>Lets the edge fade over this width: a feather</source>
        <translation>Lässt den Rand über diese Breite verlaufen: eine weiche Kante</translation>
    </message>
    <message>
        <source>Fill holes</source>
        <translation>Löcher füllen</translation>
    </message>
    <message>
        <source>Fills holes up to this many pixels across</source>
        <translation>Füllt Löcher bis zu so vielen Pixeln Breite</translation>
    </message>
    <message>
        <source>Drop islands</source>
        <translation>Inseln weg</translation>
    </message>
    <message>
        <source>Drops stray pieces up to this many pixels across</source>
        <translation>Nimmt verirrte Stücke bis zu so vielen Pixeln Breite weg</translation>
    </message>
    <message>
        <source>New</source>
        <translation>Neu</translation>
    </message>
    <message>
        <source>The next stroke cuts a new layer</source>
        <translation>Der nächste Strich schneidet eine neue Ebene</translation>
    </message>
    <message>
        <source>Add</source>
        <translation>Dazu</translation>
    </message>
    <message>
        <source>Strokes add to the selected layer</source>
        <translation>Striche fügen der gewählten Ebene hinzu</translation>
    </message>
    <message>
        <source>Take</source>
        <translation>Weg</translation>
    </message>
    <message>
        <source>Strokes take from the selected layer (also: right button)</source>
        <translation>Striche nehmen von der gewählten Ebene weg (auch: rechte Taste)</translation>
    </message>
    <message>
        <source>Within</source>
        <translation>Innen</translation>
    </message>
    <message>
        <source>Only what lies within the stroke stays in the layer</source>
        <translation>Nur was im Strich liegt, bleibt in der Ebene</translation>
    </message>
    <message>
        <source>What of the layer a stroke covers becomes a layer of its own</source>
        <translation>Was ein Strich von der Ebene bedeckt, wird eine eigene Ebene</translation>
    </message>
    <message>
        <source>Find subject</source>
        <translation>Motiv finden</translation>
    </message>
    <message>
        <source>Cuts the thing the photo is of as a new layer; again: the next thing</source>
        <translation>Schneidet das, wovon das Foto handelt, als neue Ebene; noch einmal: das nächste</translation>
    </message>
    <message>
        <source>Cuts the photo into subjects, what they stand on, far things, sky</source>
        <translation>Schneidet das Foto in Motive, worauf sie stehen, Fernes, Himmel</translation>
    </message>
    <message>
        <source>Cut the picture</source>
        <translation>Das Bild schneiden</translation>
    </message>
    <message>
        <source>On: brushes, lasso and Touch cut this picture as they cut the photo.
Off: it is dragged to its place</source>
        <translation>An: Pinsel, Lasso und Antippen schneiden dieses Bild, wie sie das Foto schneiden.
Aus: es wird an seinen Platz gezogen</translation>
    </message>
    <message>
        <source>What a stroke does</source>
        <translation>Was ein Strich tut</translation>
    </message>
    <message>
        <source>Find fine edges</source>
        <translation>Feine Ränder finden</translation>
    </message>
    <message>
        <source>Looks for hair, reeds, twigs at the edge and gives them their true alpha</source>
        <translation>Sucht Haare, Schilf, Zweige am Rand und gibt ihnen ihr wahres Alpha</translation>
    </message>
    <message>
        <source>{tip}. The mask itself stays.</source>
        <translation>{tip}. Die Maske selbst bleibt.</translation>
    </message>
    <message>
        <source>What the cut is shown on; hold B to see the plain photo</source>
        <translation>Worauf der Schnitt gezeigt wird; B halten zeigt das bloße Foto</translation>
    </message>
    <message>
        <source>Loupe (L)</source>
        <translation>Lupe (L)</translation>
    </message>
    <message>
        <source>What is under the pointer, four times larger, beside it</source>
        <translation>Was unter dem Zeiger ist, viermal größer, daneben</translation>
    </message>
    <message>
        <source>Clean colours</source>
        <translation>Farben reinigen</translation>
    </message>
    <message>
        <source>Shows edge colours without the old background in them, as the clip will; off: the photo&apos;s own</source>
        <translation>Zeigt die Farben des Randes ohne den alten Hintergrund darin, wie der Clip; aus: die des Fotos</translation>
    </message>
    <message>
        <source>Look at it on</source>
        <translation>Ansehen auf</translation>
    </message>
    <message>
        <source>Selected layer</source>
        <translation>Gewählte Ebene</translation>
    </message>
    <message>
        <source>Cut out on {name}</source>
        <translation>Freigestellt auf {name}</translation>
    </message>
    <message>
        <source>Paint along the nearest thing: the cut grows to its edges.</source>
        <translation>Am nächsten Ding entlang malen: Der Schnitt wächst bis zu seinen Rändern.</translation>
    </message>
    <message>
        <source>Strokes keep a part of {name}; the right button takes away.</source>
        <translation>Striche behalten einen Teil von {name}; die rechte Taste nimmt weg.</translation>
    </message>
    <message>
        <source>{name} is a picture of its own: drag to place it, Shift+wheel sizes it. Select another layer to cut the photo.</source>
        <translation>{name} ist ein eigenes Bild: Ziehen setzt es, Umschalt+Rad macht es größer. Wählen Sie eine andere Ebene, um das Foto zu schneiden.</translation>
    </message>
    <message>
        <source>Paint along the next thing. Up to {most} layers in all.</source>
        <translation>Am nächsten Ding entlang malen. Bis zu {most} Ebenen im Ganzen.</translation>
    </message>
    <message>
        <source>What a stroke takes of {name} becomes a new layer.</source>
        <translation>Was ein Strich von {name} nimmt, wird eine neue Ebene.</translation>
    </message>
    <message>
        <source>Strokes change {name}. Choose New for the next thing.</source>
        <translation>Striche ändern {name}. Wählen Sie Neu für das nächste Ding.</translation>
    </message>
    <message>
        <source>The background holds what no layer claims. A stroke cuts a new layer.</source>
        <translation>Der Hintergrund hat, was keine Ebene beansprucht. Ein Strich schneidet eine neue Ebene.</translation>
    </message>
    <message>
        <source>Paint roughly; the cut grows to the edges. Right button takes back.</source>
        <translation>Grob malen; der Schnitt wächst bis zu den Rändern. Die rechte Taste nimmt zurück.</translation>
    </message>
    <message>
        <source>Click a thing, again for more of it. Drag a box round a thing.</source>
        <translation>Ein Ding anklicken, noch einmal für mehr davon. Einen Kasten um ein Ding ziehen.</translation>
    </message>
    <message>
        <source>Click a colour, or drag over several.</source>
        <translation>Eine Farbe anklicken, oder über mehrere ziehen.</translation>
    </message>
    <message>
        <source>Paint over hair, reeds or rope, with some ground around: each strand is found.</source>
        <translation>Über Haare, Schilf oder Tau malen, mit etwas Grund darum: jede Strähne wird gefunden.</translation>
    </message>
    <message>
        <source>Click along an edge. Enter or the first place closes, Backspace takes one back.</source>
        <translation>An einem Rand entlang klicken. Eingabe oder die erste Stelle schließt, die Rücktaste nimmt eine zurück.</translation>
    </message>
    <message>
        <source>Click for corners, drag for curves; the first node closes. Later: drag nodes and handles, click the line for a new node, Ctrl+click turns a corner round, Delete drops one.</source>
        <translation>Klicken für Ecken, ziehen für Bögen; der erste Knoten schließt. Später: Knoten und Griffe ziehen, auf die Linie klicken für einen neuen Knoten, Strg+Klick rundet eine Ecke, Entf nimmt einen weg.</translation>
    </message>
    <message>
        <source>Draw round a thing.</source>
        <translation>Ein Ding umfahren.</translation>
    </message>
    <message>
        <source>Paint the mask itself. A pen&apos;s pressure sets the width.</source>
        <translation>Die Maske selbst malen. Der Druck eines Stifts macht die Breite.</translation>
    </message>
    <message>
        <source>How unlike a colour may be; one step just shows</source>
        <translation>Wie unähnlich eine Farbe sein darf; einen Schritt sieht man gerade</translation>
    </message>
    <message>
        <source>Only what hangs together</source>
        <translation>Nur was zusammenhängt</translation>
    </message>
    <message>
        <source>Take only places that hang together with the clicked one</source>
        <translation>Nimmt nur Stellen, die mit der angeklickten zusammenhängen</translation>
    </message>
    <message>
        <source>Tolerance</source>
        <translation>Toleranz</translation>
    </message>
    <message>
        <source>Hues, for the selection only:</source>
        <translation>Farbtöne, nur für die Auswahl:</translation>
    </message>
    <message>
        <source>{hue}: up lighter, down darker, for selecting only</source>
        <translation>{hue}: hinauf heller, hinunter dunkler, nur zum Auswählen</translation>
    </message>
    <message>
        <source>Push {hue}</source>
        <translation>{hue} schieben</translation>
    </message>
    <message>
        <source>Look at the photo in these greys</source>
        <translation>Foto in diesen Graus</translation>
    </message>
    <message>
        <source>Shows what the selection sees</source>
        <translation>Zeigt, was die Auswahl sieht</translation>
    </message>
    <message>
        <source>All even</source>
        <translation>Alle gleich</translation>
    </message>
    <message>
        <source>Push no hue any more</source>
        <translation>Schiebt keinen Farbton mehr</translation>
    </message>
    <message>
        <source>Back to the photo</source>
        <translation>Zurück zum Foto</translation>
    </message>
    <message>
        <source>See it in these greys</source>
        <translation>In diesen Graus ansehen</translation>
    </message>
    <message>
        <source>Title</source>
        <translation>Titel</translation>
    </message>
    <message>
        <source>Words at a distance, behind what is nearer</source>
        <translation>Worte in einem Abstand, hinter dem, was näher ist</translation>
    </message>
    <message>
        <source>Card</source>
        <translation>Karte</translation>
    </message>
    <message>
        <source>A coloured shape, or a gradient that fills the frame</source>
        <translation>Eine farbige Form, oder ein Verlauf, der den Rahmen füllt</translation>
    </message>
    <message>
        <source>Clip …</source>
        <translation>Clip …</translation>
    </message>
    <message>
        <source>A video, or pictures in order, laid over all by Screen</source>
        <translation>Ein Video, oder Bilder der Reihe nach, über alles negativ multipliziert</translation>
    </message>
    <message>
        <source>Pictures …</source>
        <translation>Bilder …</translation>
    </message>
    <message>
        <source>Other pictures as layers of their own</source>
        <translation>Andere Bilder als eigene Ebenen</translation>
    </message>
    <message>
        <source>Carrier for the chosen</source>
        <translation>Träger für Gewähltes</translation>
    </message>
    <message>
        <source>A handle that what is chosen in the list hangs on, at its middle, or at the selected layer&apos;s pivot if it has one</source>
        <translation>Ein Griff, an dem hängt, was in der Liste gewählt ist, in dessen Mitte, oder am Drehpunkt der gewählten Ebene, wenn sie einen hat</translation>
    </message>
    <message>
        <source>Add a title</source>
        <translation>Einen Titel hinzufügen</translation>
    </message>
    <message>
        <source>Add a card</source>
        <translation>Eine Karte hinzufügen</translation>
    </message>
    <message>
        <source>Add a carrier</source>
        <translation>Einen Träger hinzufügen</translation>
    </message>
    <message>
        <source>Add a clip</source>
        <translation>Einen Clip hinzufügen</translation>
    </message>
    <message>
        <source>Left edges on one line</source>
        <translation>Linke Ränder auf eine Linie</translation>
    </message>
    <message>
        <source>Middles one above the other</source>
        <translation>Mitten übereinander</translation>
    </message>
    <message>
        <source>Right edges on one line</source>
        <translation>Rechte Ränder auf eine Linie</translation>
    </message>
    <message>
        <source>Upper edges on one line</source>
        <translation>Obere Ränder auf eine Linie</translation>
    </message>
    <message>
        <source>Middles side by side</source>
        <translation>Mitten nebeneinander</translation>
    </message>
    <message>
        <source>Lower edges on one line</source>
        <translation>Untere Ränder auf eine Linie</translation>
    </message>
    <message>
        <source>{tip}, in the frame as it is now</source>
        <translation>{tip}, im Bild, wie es jetzt ist</translation>
    </message>
    <message>
        <source>To the frame</source>
        <translation>Am Rahmen</translation>
    </message>
    <message>
        <source>On: to the frame&apos;s own edges. Off: to the outermost of the chosen</source>
        <translation>An: an die Ränder des Rahmens. Aus: an den äußersten der gewählten</translation>
    </message>
    <message>
        <source>Spread across</source>
        <translation>Quer verteilen</translation>
    </message>
    <message>
        <source>Middles evenly apart from left to right</source>
        <translation>Mitten gleich weit auseinander, von links nach rechts</translation>
    </message>
    <message>
        <source>Spread down</source>
        <translation>Hinab verteilen</translation>
    </message>
    <message>
        <source>Middles evenly apart from top to bottom</source>
        <translation>Mitten gleich weit auseinander, von oben nach unten</translation>
    </message>
    <message>
        <source>Turned over sideways</source>
        <translation>Seitwärts umgedreht</translation>
    </message>
    <message>
        <source>A copy, moved and set farther by what is below</source>
        <translation>Eine Kopie, verschoben und weiter weg um das, was unten steht</translation>
    </message>
    <message>
        <source>How far to the right each copy lies</source>
        <translation>Wie weit rechts jede Kopie liegt</translation>
    </message>
    <message>
        <source>How far down each copy lies</source>
        <translation>Wie weit unten jede Kopie liegt</translation>
    </message>
    <message>
        <source>How much farther each copy stands</source>
        <translation>Wie viel weiter weg jede Kopie steht</translation>
    </message>
    <message>
        <source>Copy right</source>
        <translation>Kopie rechts</translation>
    </message>
    <message>
        <source>Copy down</source>
        <translation>Kopie hinab</translation>
    </message>
    <message>
        <source>Copy farther</source>
        <translation>Kopie weiter</translation>
    </message>
    <message>
        <source>Pose, keys and lean of another layer for this one</source>
        <translation>Pose, Schlüssel und Neigung einer anderen Ebene für diese</translation>
    </message>
    <message>
        <source>Pose of</source>
        <translation>Pose von</translation>
    </message>
    <message>
        <source>Nobody</source>
        <translation>Niemand</translation>
    </message>
    <message>
        <source>Align</source>
        <translation>Ausrichten</translation>
    </message>
    <message>
        <source>Spread in the frame</source>
        <translation>Im Bild verteilen</translation>
    </message>
    <message>
        <source>Mirror {name}</source>
        <translation>{name} spiegeln</translation>
    </message>
    <message>
        <source>Pose of {name}</source>
        <translation>Pose von {name}</translation>
    </message>
    <message>
        <source>Before everything, and not moved by the lens</source>
        <translation>Vor allem, und vom Objektiv nicht bewegt</translation>
    </message>
    <message>
        <source>Glass</source>
        <translation>Glas</translation>
    </message>
    <message>
        <source>How it is laid over what is behind it (W3C Compositing, Level 1)</source>
        <translation>Wie es über das gelegt ist, was dahinter ist (W3C Compositing, Level 1)</translation>
    </message>
    <message>
        <source>Blend mode</source>
        <translation>Mischmodus</translation>
    </message>
    <message>
        <source>in linear light</source>
        <translation>in linearem Licht</translation>
    </message>
    <message>
        <source>On: as light adds up. Off: in sRGB, as the standard has it</source>
        <translation>An: wie Licht sich addiert. Aus: in sRGB, wie der Standard es hat</translation>
    </message>
    <message>
        <source>How opaque it is; a key at the playhead if it has keys</source>
        <translation>Wie deckend es ist; ein Schlüssel am Abspielkopf, wenn es Schlüssel hat</translation>
    </message>
    <message>
        <source>Opacity of {name}</source>
        <translation>Deckkraft von {name}</translation>
    </message>
    <message>
        <source>Rectangle</source>
        <translation>Rechteck</translation>
    </message>
    <message>
        <source>Rounded</source>
        <translation>Abgerundet</translation>
    </message>
    <message>
        <source>Ellipse</source>
        <translation>Ellipse</translation>
    </message>
    <message>
        <source>Plain</source>
        <translation>Schlicht</translation>
    </message>
    <message>
        <source>Gradient</source>
        <translation>Verlauf</translation>
    </message>
    <message>
        <source>Round gradient</source>
        <translation>Runder Verlauf</translation>
    </message>
    <message>
        <source>Fills the frame</source>
        <translation>Füllt den Rahmen</translation>
    </message>
    <message>
        <source>As large as the frame at rest, whatever its distance</source>
        <translation>So groß wie der Rahmen in Ruhe, in welchem Abstand auch immer</translation>
    </message>
    <message>
        <source>Shape</source>
        <translation>Form</translation>
    </message>
    <message>
        <source>What its outline is</source>
        <translation>Was sein Umriss ist</translation>
    </message>
    <message>
        <source>Width</source>
        <translation>Breite</translation>
    </message>
    <message>
        <source>Height</source>
        <translation>Höhe</translation>
    </message>
    <message>
        <source>Its size where it stands, in metres</source>
        <translation>Die Größe dort, wo sie steht, in Metern</translation>
    </message>
    <message>
        <source>Corners</source>
        <translation>Ecken</translation>
    </message>
    <message>
        <source>How round the corners are</source>
        <translation>Wie rund die Ecken sind</translation>
    </message>
    <message>
        <source>Soft edge</source>
        <translation>Weicher Rand</translation>
    </message>
    <message>
        <source>How widely its edge fades</source>
        <translation>Wie breit der Rand verläuft</translation>
    </message>
    <message>
        <source>One colour, or a gradient between several</source>
        <translation>Eine Farbe, oder ein Verlauf zwischen mehreren</translation>
    </message>
    <message>
        <source>Angle</source>
        <translation>Winkel</translation>
    </message>
    <message>
        <source>Which way the gradient runs</source>
        <translation>Wohin der Verlauf geht</translation>
    </message>
    <message>
        <source>Another colour</source>
        <translation>Noch eine Farbe</translation>
    </message>
    <message>
        <source>A stop halfway to the gradient&apos;s end</source>
        <translation>Eine Farbe auf halbem Weg zum Ende des Verlaufs</translation>
    </message>
    <message>
        <source>Where along the gradient this colour lies</source>
        <translation>Wo im Verlauf diese Farbe liegt</translation>
    </message>
    <message>
        <source>One of the gradient&apos;s colours</source>
        <translation>Eine der Farben des Verlaufs</translation>
    </message>
    <message>
        <source>Take this colour out</source>
        <translation>Nimmt diese Farbe heraus</translation>
    </message>
    <message>
        <source>What hangs on it goes along. Numbers set keys at the playhead.</source>
        <translation>Was daran hängt, geht mit. Zahlen setzen Schlüssel am Abspielkopf.</translation>
    </message>
    <message>
        <source>The carrier&apos;s name</source>
        <translation>Der Name des Trägers</translation>
    </message>
    <message>
        <source>How far it rocks to either side</source>
        <translation>Wie weit er zu jeder Seite schaukelt</translation>
    </message>
    <message>
        <source>How long it takes to rock there and back</source>
        <translation>Wie lange er braucht, um hin und zurück zu schaukeln</translation>
    </message>
    <message>
        <source>Rocks by</source>
        <translation>Schaukelt um</translation>
    </message>
    <message>
        <source>… once in</source>
        <translation>… einmal in</translation>
    </message>
    <message>
        <source>Rock</source>
        <translation>Schaukeln</translation>
    </message>
    <message>
        <source>Keys that rock it to and fro over the whole clip</source>
        <translation>Schlüssel, die ihn über den ganzen Clip hin und her schaukeln</translation>
    </message>
    <message>
        <source>Delete its keys here</source>
        <translation>Seine Schlüssel hier löschen</translation>
    </message>
    <message>
        <source>Takes away the keys at the playhead</source>
        <translation>Nimmt die Schlüssel am Abspielkopf weg</translation>
    </message>
    <message>
        <source>What hangs on it stays where it is</source>
        <translation>Was daran hängt, bleibt, wo es ist</translation>
    </message>
    <message>
        <source>Delete keys of {name}</source>
        <translation>Schlüssel von {name} löschen</translation>
    </message>
    <message>
        <source>Move {name}</source>
        <translation>{name} bewegen</translation>
    </message>
    <message>
        <source>Rock {name}</source>
        <translation>{name} schaukeln</translation>
    </message>
    <message>
        <source>Take {name} away</source>
        <translation>{name} wegnehmen</translation>
    </message>
    <message>
        <source>Runs back, and again</source>
        <translation>Läuft zurück, und wieder</translation>
    </message>
    <message>
        <source>Its last picture stays</source>
        <translation>Sein letztes Bild bleibt</translation>
    </message>
    <message>
        <source>How far into the clip our first frame is</source>
        <translation>Wie weit im Clip unser erstes Bild ist</translation>
    </message>
    <message>
        <source>100 as it was made; less than nothing runs backwards</source>
        <translation>100 wie gemacht; weniger als nichts läuft rückwärts</translation>
    </message>
    <message>
        <source>After its end</source>
        <translation>Nach dem Ende</translation>
    </message>
    <message>
        <source>What is seen when it is over</source>
        <translation>Was zu sehen ist, wenn er aus ist</translation>
    </message>
    <message>
        <source>Photo pixels for each of its own</source>
        <translation>Fotopixel für jeden eigenen</translation>
    </message>
    <message>
        <source>video</source>
        <translation>Video</translation>
    </message>
    <message>
        <source>pictures</source>
        <translation>Bilder</translation>
    </message>
    <message numerus="yes">
        <source>{width}×{height} {kind}, %n frames at {rate:.3g} a second: {seconds:.1f} s.</source>
        <translation>
            <numerusform>{width}×{height} {kind}, %n Bild, {rate:.3g} je Sekunde: {seconds:.1f} s.</numerusform>
            <numerusform>{width}×{height} {kind}, %n Bilder, {rate:.3g} je Sekunde: {seconds:.1f} s.</numerusform>
        </translation>
    </message>
    <message>
        <source>Paint depth</source>
        <translation>Tiefe malen</translation>
    </message>
    <message>
        <source>Ramp in depth</source>
        <translation>Rampe in der Tiefe</translation>
    </message>
    <message>
        <source>Level depth</source>
        <translation>Tiefe ebnen</translation>
    </message>
    <message>
        <source>There is no depth map yet: estimate one, or load one.</source>
        <translation>Es gibt noch keine Tiefenkarte: schätzen Sie eine, oder laden Sie eine.</translation>
    </message>
    <message>
        <source>Metres</source>
        <translation>Meter</translation>
    </message>
    <message>
        <source>Large is near</source>
        <translation>Groß ist nah</translation>
    </message>
    <message>
        <source>Small is near</source>
        <translation>Klein ist nah</translation>
    </message>
    <message>
        <source>The frame</source>
        <translation>Das Bild</translation>
    </message>
    <message>
        <source>Grey depth</source>
        <translation>Graue Tiefe</translation>
    </message>
    <message>
        <source>Coloured depth</source>
        <translation>Farbige Tiefe</translation>
    </message>
    <message>
        <source>Contour lines</source>
        <translation>Höhenlinien</translation>
    </message>
    <message>
        <source>Estimate it</source>
        <translation>Schätzen</translation>
    </message>
    <message>
        <source>Guesses from what can be seen, and from the layers and their order</source>
        <translation>Schätzt aus dem, was zu sehen ist, und aus den Ebenen und ihrer Reihenfolge</translation>
    </message>
    <message>
        <source>Load …</source>
        <translation>Laden …</translation>
    </message>
    <message>
        <source>A depth map from a PNG, TIFF or EXR file</source>
        <translation>Eine Tiefenkarte aus einer PNG-, TIFF- oder EXR-Datei</translation>
    </message>
    <message>
        <source>Save …</source>
        <translation>Speichern …</translation>
    </message>
    <message>
        <source>Writes the depth map as 16-bit PNG, TIFF or EXR</source>
        <translation>Schreibt die Tiefenkarte als 16-Bit-PNG, TIFF oder EXR</translation>
    </message>
    <message>
        <source>What the picture shows</source>
        <translation>Was das Bild zeigt</translation>
    </message>
    <message>
        <source>How far its nearest value is</source>
        <translation>Wie weit weg ihr nächster Wert ist</translation>
    </message>
    <message>
        <source>How far its farthest value is</source>
        <translation>Wie weit weg ihr fernster Wert ist</translation>
    </message>
    <message>
        <source>Nearest</source>
        <translation>Nächstes</translation>
    </message>
    <message>
        <source>Farthest</source>
        <translation>Fernstes</translation>
    </message>
    <message>
        <source>Swap near and far</source>
        <translation>Nah und fern tauschen</translation>
    </message>
    <message>
        <source>For maps in which near is black</source>
        <translation>Für Karten, in denen Nahes schwarz ist</translation>
    </message>
    <message>
        <source>Take the distances from it</source>
        <translation>Abstände daraus nehmen</translation>
    </message>
    <message>
        <source>Every layer at the median of what the map says under it</source>
        <translation>Jede Ebene beim Median dessen, was die Karte unter ihr sagt</translation>
    </message>
    <message>
        <source>None yet: a guess, or one from a file.</source>
        <translation>Noch keine: eine geschätzte, oder eine aus einer Datei.</translation>
    </message>
    <message>
        <source>Light is near. Its values are even in 1/distance.</source>
        <translation>Hell ist nah. Ihre Werte sind gleichmäßig in 1/Abstand.</translation>
    </message>
    <message>
        <source>Estimate the depth</source>
        <translation>Tiefe schätzen</translation>
    </message>
    <message>
        <source>Estimating the depth</source>
        <translation>Tiefe wird geschätzt</translation>
    </message>
    <message>
        <source>Load a depth map</source>
        <translation>Eine Tiefenkarte laden</translation>
    </message>
    <message>
        <source>What do the numbers of this depth map mean?</source>
        <translation>Was bedeuten die Zahlen dieser Tiefenkarte?</translation>
    </message>
    <message>
        <source>They go from {low:.4g} up to {high:.4g}.</source>
        <translation>Sie gehen von {low:.4g} bis {high:.4g}.</translation>
    </message>
    <message>
        <source>Save the depth map</source>
        <translation>Tiefenkarte speichern</translation>
    </message>
    <message>
        <source>Range of the depth map</source>
        <translation>Spanne der Tiefenkarte</translation>
    </message>
    <message>
        <source>Distances from the depth map</source>
        <translation>Abstände aus der Tiefenkarte</translation>
    </message>
    <message>
        <source>The project changed meanwhile: the distances were left.</source>
        <translation>Das Projekt hat sich inzwischen geändert: Die Abstände blieben.</translation>
    </message>
    <message>
        <source>The tools at the left paint on it, lay a ramp, or level an area.</source>
        <translation>Die Werkzeuge links malen darauf, legen eine Rampe oder ebnen eine Fläche.</translation>
    </message>
    <message>
        <source>Paint: left button nearer, right button farther.</source>
        <translation>Malen: linke Taste näher, rechte Taste weiter.</translation>
    </message>
    <message>
        <source>Drag from one depth to another: all between slopes evenly.</source>
        <translation>Von einer Tiefe zur anderen ziehen: alles dazwischen fällt gleichmäßig ab.</translation>
    </message>
    <message>
        <source>Draw round an area: all of it gets one depth.</source>
        <translation>Eine Fläche umfahren: alles darin bekommt eine Tiefe.</translation>
    </message>
    <message>
        <source>How much a full stroke changes, of the whole map</source>
        <translation>Wie viel ein voller Strich ändert, von der ganzen Karte</translation>
    </message>
    <message>
        <source>Only the selected layer</source>
        <translation>Nur die gewählte Ebene</translation>
    </message>
    <message>
        <source>Whatever is done to the map stops at the selected layer&apos;s edge</source>
        <translation>Was auch an der Karte geschieht, endet am Rand der gewählten Ebene</translation>
    </message>
    <message>
        <source>How far it is blurred, in photo pixels</source>
        <translation>Wie weit sie weichgezeichnet wird, in Fotopixeln</translation>
    </message>
    <message>
        <source>Blur, keeping edges</source>
        <translation>Weichzeichnen, Kanten bleiben</translation>
    </message>
    <message>
        <source>Smooths what is uneven; steps in depth stay where they are</source>
        <translation>Glättet Unebenes; Stufen in der Tiefe bleiben, wo sie sind</translation>
    </message>
    <message>
        <source>Radius</source>
        <translation>Radius</translation>
    </message>
    <message>
        <source>Fit to the layers&apos; edges</source>
        <translation>An die Ränder der Ebenen</translation>
    </message>
    <message>
        <source>Every layer carries its own depth right up to its edge, and nothing of what is behind it</source>
        <translation>Jede Ebene hat ihre eigene Tiefe bis an ihren Rand, und nichts von dem dahinter</translation>
    </message>
    <message>
        <source>Fit depth to the layers</source>
        <translation>Tiefe an die Ebenen anpassen</translation>
    </message>
    <message>
        <source>Depth curve</source>
        <translation>Tiefenkurve</translation>
    </message>
    <message>
        <source>Blur depth</source>
        <translation>Tiefe weichzeichnen</translation>
    </message>
    <message>
        <source>Depth curve: left is far, right is near. Drag a handle up to bring what is at that depth nearer, down to send it away</source>
        <translation>Tiefenkurve: links ist fern, rechts ist nah. Einen Griff hinauf ziehen holt näher, was in dieser Tiefe ist, hinunter schickt es weg</translation>
    </message>
    <message>
        <source>Left and Right: another handle. Up and Down: nearer and farther.</source>
        <translation>Links und Rechts: ein anderer Griff. Auf und Ab: näher und weiter.</translation>
    </message>
    <message>
        <source>Handle {chosen} of 5, from far to near</source>
        <translation>Griff {chosen} von 5, von fern nach nah</translation>
    </message>
    <message>
        <source>Photo pixels beyond the frame&apos;s {side} border that the move never shows; less than nothing where it looks past the picture&apos;s end</source>
        <translation>Fotopixel über den Rand des Rahmens ({side}) hinaus, die die Bewegung nie zeigt; weniger als nichts, wo sie am Ende des Bildes vorbeisieht</translation>
    </message>
    <message>
        <source>Cover by extending</source>
        <translation>Durch Erweitern decken</translation>
    </message>
    <message>
        <source>The picture is carried on beyond the photo&apos;s borders, as far as the move needs</source>
        <translation>Das Bild wird über den Rand des Fotos hinaus fortgeführt, so weit die Bewegung es braucht</translation>
    </message>
    <message>
        <source>Cover by enlarging</source>
        <translation>Durch Vergrößern decken</translation>
    </message>
    <message>
        <source>The layer is made larger about its pivot, as much as the move needs; the frame at rest changes</source>
        <translation>Die Ebene wird um ihren Drehpunkt vergrößert, so viel die Bewegung braucht; das ruhende Bild ändert sich</translation>
    </message>
    <message>
        <source>Stretches the layer sideways about its pivot, to hide an edge</source>
        <translation>Streckt die Ebene seitwärts um ihren Drehpunkt, um einen Rand zu verbergen</translation>
    </message>
    <message>
        <source>Stretches the layer up and down about its pivot</source>
        <translation>Streckt die Ebene auf und ab um ihren Drehpunkt</translation>
    </message>
    <message>
        <source>{spare:+.0f} px</source>
        <translation>{spare:+.0f} px</translation>
    </message>
    <message>
        <source>Looking at the whole move …</source>
        <translation>Die ganze Bewegung wird angesehen …</translation>
    </message>
    <message>
        <source>It ends within the frame, so it has no border to show.</source>
        <translation>Sie endet im Bild, hat also keinen Rand zu zeigen.</translation>
    </message>
    <message>
        <source>The move looks past its end.</source>
        <translation>Die Bewegung sieht an ihrem Ende vorbei.</translation>
    </message>
    <message>
        <source>The move never reaches its end.</source>
        <translation>Die Bewegung erreicht ihr Ende nie.</translation>
    </message>
    <message>
        <source>It ends within the photo, so it has no border to show.</source>
        <translation>Sie endet im Foto, hat also keinen Rand zu zeigen.</translation>
    </message>
    <message>
        <source>Extend {name}</source>
        <translation>{name} erweitern</translation>
    </message>
    <message>
        <source>Enlarge {name}</source>
        <translation>{name} vergrößern</translation>
    </message>
    <message>
        <source>Stretch {name}</source>
        <translation>{name} strecken</translation>
    </message>
    <message>
        <source>Choose a layer: in the list, on the rail, in the plan or the picture.</source>
        <translation>Wählen Sie eine Ebene: in der Liste, auf der Schiene, im Plan oder im Bild.</translation>
    </message>
    <message>
        <source>Distance from the lens at rest</source>
        <translation>Abstand vom Objektiv in Ruhe</translation>
    </message>
    <message>
        <source>On: the layer keeps its size in the frame when its distance changes.
Off: it keeps its size in metres, and looks smaller farther away.</source>
        <translation>An: Die Ebene behält ihre Größe im Bild, wenn ihr Abstand sich ändert.
Aus: Sie behält ihre Größe in Metern und sieht weiter weg kleiner aus.</translation>
    </message>
    <message>
        <source>How it stands</source>
        <translation>Wie sie steht</translation>
    </message>
    <message>
        <source>Lean</source>
        <translation>Neigung</translation>
    </message>
    <message>
        <source>Relief</source>
        <translation>Relief</translation>
    </message>
    <message>
        <source>Room for the move</source>
        <translation>Raum für die Bewegung</translation>
    </message>
    <message>
        <source>How far its top leans away; -20 to -30 about the foot makes it stand out of the picture</source>
        <translation>Wie weit sich ihr oberer Teil wegneigt; -20 bis -30 um den Fuß lässt sie aus dem Bild heraustreten</translation>
    </message>
    <message>
        <source>How far its right side turns away</source>
        <translation>Wie weit sich ihre rechte Seite wegdreht</translation>
    </message>
    <message>
        <source>Tilt</source>
        <translation>Kippen</translation>
    </message>
    <message>
        <source>Swing</source>
        <translation>Schwenken</translation>
    </message>
    <message>
        <source>Looks the same at rest</source>
        <translation>In Ruhe gleich</translation>
    </message>
    <message>
        <source>On: leaning does not change the picture until the lens moves.
Off: it leans as a flat thing does, and looks foreshortened.</source>
        <translation>An: Neigen ändert das Bild nicht, bis sich das Objektiv bewegt.
Aus: Sie neigt sich wie ein flaches Ding und sieht verkürzt aus.</translation>
    </message>
    <message>
        <source>Pivot</source>
        <translation>Drehpunkt</translation>
    </message>
    <message>
        <source>Pivot of {name}</source>
        <translation>Drehpunkt von {name}</translation>
    </message>
    <message>
        <source>Lean of {name}</source>
        <translation>Neigung von {name}</translation>
    </message>
    <message>
        <source>Focal length; a short one makes parallax stronger</source>
        <translation>Brennweite; eine kurze macht die Parallaxe stärker</translation>
    </message>
    <message>
        <source>Focal length</source>
        <translation>Brennweite</translation>
    </message>
    <message>
        <source>How wide the sensor behind the lens is</source>
        <translation>Wie breit der Sensor hinter dem Objektiv ist</translation>
    </message>
    <message>
        <source>Sensor</source>
        <translation>Sensor</translation>
    </message>
    <message>
        <source>The lens turns towards this layer&apos;s pivot as it travels</source>
        <translation>Das Objektiv dreht sich unterwegs zum Drehpunkt dieser Ebene</translation>
    </message>
    <message>
        <source>The focal length follows the travel, so that this layer keeps its size</source>
        <translation>Die Brennweite folgt dem Weg, sodass diese Ebene ihre Größe behält</translation>
    </message>
    <message>
        <source>Aim</source>
        <translation>Ziel</translation>
    </message>
    <message>
        <source>Keep the size</source>
        <translation>Größe behalten</translation>
    </message>
    <message>
        <source>Aim at</source>
        <translation>Zielt auf</translation>
    </message>
    <message>
        <source>Keep size of</source>
        <translation>Größe von</translation>
    </message>
    <message>
        <source>The carrier the lens hangs on; it stays where it is now</source>
        <translation>Der Träger, an dem das Objektiv hängt; es bleibt, wo es jetzt ist</translation>
    </message>
    <message>
        <source>What is this far from the lens is sharpest; also dragged in the plan</source>
        <translation>Was so weit vom Objektiv ist, ist am schärfsten; auch im Plan zu ziehen</translation>
    </message>
    <message>
        <source>The aperture: a small number leaves a narrow zone sharp. Finish switches its blur on</source>
        <translation>Die Blende: eine kleine Zahl lässt eine schmale Zone scharf. Die Ausarbeitung schaltet ihre Unschärfe ein</translation>
    </message>
    <message>
        <source>Focus</source>
        <translation>Schärfe</translation>
    </message>
    <message>
        <source>Aperture</source>
        <translation>Blende</translation>
    </message>
    <message>
        <source>Sees {wide:.1f}° across, {high:.1f}° down.</source>
        <translation>Sieht {wide:.1f}° quer, {high:.1f}° hinab.</translation>
    </message>
    <message>
        <source> At {distance} the frame is {across:.3g} m wide.</source>
        <translation> Bei {distance} ist das Bild {across:.3g} m breit.</translation>
    </message>
    <message>
        <source>{text} Sharp from {distance} to {beyond}.</source>
        <translation>{text} Scharf von {distance} bis {beyond}.</translation>
    </message>
    <message>
        <source>A place of its own</source>
        <translation>Ein eigener Platz</translation>
    </message>
    <message>
        <source>Hang the lens</source>
        <translation>Objektiv aufhängen</translation>
    </message>
    <message>
        <source>Sensor width</source>
        <translation>Breite des Sensors</translation>
    </message>
    <message>
        <source>Where its middle lies, from the photo&apos;s left side</source>
        <translation>Wo die Mitte liegt, vom linken Rand des Fotos</translation>
    </message>
    <message>
        <source>Where its middle lies, from the photo&apos;s upper side</source>
        <translation>Wo die Mitte liegt, vom oberen Rand des Fotos</translation>
    </message>
    <message>
        <source>Fill the frame</source>
        <translation>Rahmen füllen</translation>
    </message>
    <message>
        <source>As large as covers the frame at rest, in its middle</source>
        <translation>So groß, dass es den Rahmen in Ruhe deckt, in dessen Mitte</translation>
    </message>
    <message>
        <source>{name} fills the frame</source>
        <translation>{name} füllt den Rahmen</translation>
    </message>
    <message>
        <source>Change {name}</source>
        <translation>{name} ändern</translation>
    </message>
    <message>
        <source>Scene</source>
        <translation>Szene</translation>
    </message>
    <message>
        <source>What is added, lined up, spread in depth</source>
        <translation>Was hinzukommt, aufgereiht, in der Tiefe verteilt wird</translation>
    </message>
    <message>
        <source>The photo&apos;s depth map</source>
        <translation>Die Tiefenkarte des Fotos</translation>
    </message>
    <message>
        <source>Focal length, focus, what the lens holds on to</source>
        <translation>Brennweite, Schärfe, woran sich das Objektiv hält</translation>
    </message>
    <message>
        <source>Photo pixels for each of its own (Shift+wheel in Separate)</source>
        <translation>Fotopixel für jeden eigenen (Umschalt+Rad beim Trennen)</translation>
    </message>
    <message>
        <source>The place of the layer about which it turns, scales and leans: click one, or use the arrow keys. The bottom middle is the foot of what stands on the ground.</source>
        <translation>Die Stelle der Ebene, um die sie sich dreht, wächst und neigt: eine anklicken, oder die Pfeiltasten. Unten Mitte ist der Fuß dessen, was auf dem Boden steht.</translation>
    </message>
    <message>
        <source>somewhere else</source>
        <translation>anderswo</translation>
    </message>
    <message>
        <source>{across:.0f} % across, {down:.0f} % down</source>
        <translation>{across:.0f} % quer, {down:.0f} % hinab</translation>
    </message>
    <message>
        <source>Above</source>
        <translation>Oben</translation>
    </message>
    <message>
        <source>The scene from above, the lens at the bottom</source>
        <translation>Die Szene von oben, das Objektiv unten</translation>
    </message>
    <message>
        <source>Side</source>
        <translation>Seite</translation>
    </message>
    <message>
        <source>The scene from its left side, the lens at the left</source>
        <translation>Die Szene von links, das Objektiv links</translation>
    </message>
    <message>
        <source>Free</source>
        <translation>Frei</translation>
    </message>
    <message>
        <source>The scene from anywhere: drag the ground to turn it</source>
        <translation>Die Szene von überall: am Boden ziehen dreht sie</translation>
    </message>
    <message>
        <source>Plan</source>
        <translation>Plan</translation>
    </message>
    <message>
        <source>The scene from above, from the side or from anywhere: drag layers, the lens, its aim and the focus. The wheel zooms, the middle button pans.</source>
        <translation>Die Szene von oben, von der Seite oder von überall: Ebenen, das Objektiv, sein Ziel und die Schärfe ziehen. Das Rad zoomt, die mittlere Taste verschiebt.</translation>
    </message>
    <message>
        <source>Arrows: move the selected layer. Alt and arrows: the lens. Page Up and Page Down: another layer.</source>
        <translation>Pfeile: die gewählte Ebene bewegen. Alt und Pfeile: das Objektiv. Bild auf und Bild ab: eine andere Ebene.</translation>
    </message>
    <message>
        <source>All of the scene in the plan</source>
        <translation>Die ganze Szene im Plan</translation>
    </message>
    <message>
        <source>{standing}; the lens at {x:.2f}, {y:.2f}, {z:.2f} m</source>
        <translation>{standing}; das Objektiv bei {x:.2f}, {y:.2f}, {z:.2f} m</translation>
    </message>
    <message>
        <source>Move the lens</source>
        <translation>Objektiv bewegen</translation>
    </message>
    <message>
        <source>Move the aim</source>
        <translation>Ziel bewegen</translation>
    </message>
    <message>
        <source>Depth of its own</source>
        <translation>Eigene Tiefe</translation>
    </message>
    <message>
        <source>The layer becomes a surface, shaped by the depth map, instead of a plane</source>
        <translation>Die Ebene wird eine Fläche, geformt von der Tiefenkarte, statt einer flachen</translation>
    </message>
    <message>
        <source>Thickness</source>
        <translation>Dicke</translation>
    </message>
    <message>
        <source>From its farthest part to its nearest</source>
        <translation>Von ihrem fernsten Teil zu ihrem nächsten</translation>
    </message>
    <message>
        <source>Sits at</source>
        <translation>Sitzt bei</translation>
    </message>
    <message>
        <source>Which of it stands at the layer&apos;s distance: 0 its back, 100 its front</source>
        <translation>Was davon im Abstand der Ebene steht: 0 ihr Rücken, 100 ihre Vorderseite</translation>
    </message>
    <message>
        <source>Edge</source>
        <translation>Rand</translation>
    </message>
    <message>
        <source>Photo pixels along its edge in which the depth map is not trusted: depth is carried on from further inside</source>
        <translation>Fotopixel entlang ihres Randes, in denen der Tiefenkarte nicht getraut wird: Tiefe wird von weiter innen fortgeführt</translation>
    </message>
    <message>
        <source>Blurs the layer&apos;s depth over so many photo pixels; hair and reeds need it</source>
        <translation>Zeichnet die Tiefe der Ebene über so viele Fotopixel weich; Haare und Schilf brauchen es</translation>
    </message>
    <message>
        <source>Cut at</source>
        <translation>Schnitt bei</translation>
    </message>
    <message>
        <source>Jumps in depth larger than this share of the thickness are cut, and show the rebuilt picture behind; 100 never cuts</source>
        <translation>Sprünge in der Tiefe, die größer sind als dieser Teil der Dicke, werden geschnitten und zeigen das ergänzte Bild dahinter; 100 schneidet nie</translation>
    </message>
    <message>
        <source>As thick as the map says</source>
        <translation>So dick, wie die Karte sagt</translation>
    </message>
    <message>
        <source>Thickness and seat from the depth map, for the distance the layer stands at</source>
        <translation>Dicke und Sitz aus der Tiefenkarte, für den Abstand, in dem die Ebene steht</translation>
    </message>
    <message>
        <source>It needs a depth map: see the Depth page.</source>
        <translation>Es braucht eine Tiefenkarte: siehe die Seite Tiefe.</translation>
    </message>
    <message>
        <source>A picture of its own stays flat.</source>
        <translation>Ein eigenes Bild bleibt flach.</translation>
    </message>
    <message>
        <source>Flatten {name}</source>
        <translation>{name} flach machen</translation>
    </message>
    <message>
        <source>Relief of {name}</source>
        <translation>Relief von {name}</translation>
    </message>
    <message>
        <source>Drag the slats on the depth rail, or the layers in the plan.</source>
        <translation>Ziehen Sie die Lamellen auf der Tiefenschiene, oder die Ebenen im Plan.</translation>
    </message>
    <message>
        <source>Add to the stage</source>
        <translation>Zur Bühne hinzufügen</translation>
    </message>
    <message>
        <source>Several layers</source>
        <translation>Mehrere Ebenen</translation>
    </message>
    <message>
        <source>Spread evenly in parallax</source>
        <translation>Gleichmäßig in der Parallaxe verteilen</translation>
    </message>
    <message>
        <source>Nearest and farthest stay; those between are spread so that each shifts by an equal step more than the one behind it. Ctrl+click and Shift+click in the list choose which; otherwise all</source>
        <translation>Nächste und fernste bleiben; die dazwischen werden so verteilt, dass jede sich um einen gleichen Schritt mehr verschiebt als die dahinter. Strg+Klick und Umschalt+Klick in der Liste wählen, welche; sonst alle</translation>
    </message>
    <message>
        <source>Spread evenly</source>
        <translation>Gleichmäßig verteilen</translation>
    </message>
    <message numerus="yes">
        <source>Spread %n evenly in parallax</source>
        <translation>
            <numerusform>%n gleichmäßig verteilen</numerusform>
            <numerusform>%n gleichmäßig verteilen</numerusform>
        </translation>
    </message>
    <message>
        <source>Spread all evenly in parallax</source>
        <translation>Alle gleichmäßig verteilen</translation>
    </message>
    <message>
        <source>Locked</source>
        <translation>Gesperrt</translation>
    </message>
    <message>
        <source>It keeps its place, pose and content</source>
        <translation>Sie behält Platz, Pose und Inhalt</translation>
    </message>
    <message>
        <source>What it hangs on; it stays where it is when that is changed</source>
        <translation>Woran sie hängt; sie bleibt, wo sie ist, wenn das geändert wird</translation>
    </message>
    <message>
        <source>Its colour in the list, on the rail and in the plan</source>
        <translation>Ihre Farbe in der Liste, auf der Schiene und im Plan</translation>
    </message>
    <message>
        <source>Hang on a carrier</source>
        <translation>An einen Träger hängen</translation>
    </message>
    <message>
        <source>Take off its carrier</source>
        <translation>Vom Träger nehmen</translation>
    </message>
    <message>
        <source>How much of it, of the usual</source>
        <translation>Wie viel davon, vom Üblichen</translation>
    </message>
    <message>
        <source>How large it is, of the usual</source>
        <translation>Wie groß es ist, vom Üblichen</translation>
    </message>
    <message>
        <source>Changes</source>
        <translation>Wechselt</translation>
    </message>
    <message>
        <source>How often a second it is another one; 0 is never</source>
        <translation>Wie oft je Sekunde es ein anderes ist; 0 ist nie</translation>
    </message>
    <message>
        <source>Moves</source>
        <translation>Bewegt sich</translation>
    </message>
    <message>
        <source>How fast it glides or flows, of the frame&apos;s height</source>
        <translation>Wie schnell es gleitet oder fließt, in Höhen des Bildes</translation>
    </message>
    <message>
        <source>What colour it has</source>
        <translation>Welche Farbe es hat</translation>
    </message>
    <message>
        <source>Another number is another one</source>
        <translation>Eine andere Zahl ist ein anderes</translation>
    </message>
    <message>
        <source>Type a title</source>
        <translation>Einen Titel schreiben</translation>
    </message>
    <message>
        <source>Left</source>
        <translation>Links</translation>
    </message>
    <message>
        <source>Centred</source>
        <translation>Mittig</translation>
    </message>
    <message>
        <source>Right</source>
        <translation>Rechts</translation>
    </message>
    <message>
        <source>All at once</source>
        <translation>Alles auf einmal</translation>
    </message>
    <message>
        <source>Word by word</source>
        <translation>Wort für Wort</translation>
    </message>
    <message>
        <source>Letter by letter</source>
        <translation>Buchstabenweise</translation>
    </message>
    <message>
        <source>The words; also typed in the picture, after a double click on them</source>
        <translation>Die Worte; auch im Bild zu schreiben, nach einem Doppelklick darauf</translation>
    </message>
    <message>
        <source>Title text</source>
        <translation>Text des Titels</translation>
    </message>
    <message>
        <source>Font</source>
        <translation>Schrift</translation>
    </message>
    <message>
        <source>Shipped fonts, then the system&apos;s</source>
        <translation>Mitgelieferte Schriften, dann die des Systems</translation>
    </message>
    <message>
        <source>Weight</source>
        <translation>Schnitt</translation>
    </message>
    <message>
        <source>How heavy, how slanted</source>
        <translation>Wie fett, wie schräg</translation>
    </message>
    <message>
        <source>Letters&apos; height in photo pixels</source>
        <translation>Höhe der Buchstaben in Fotopixeln</translation>
    </message>
    <message>
        <source>Spacing</source>
        <translation>Abstände</translation>
    </message>
    <message>
        <source>Added between letters</source>
        <translation>Zwischen die Buchstaben gefügt</translation>
    </message>
    <message>
        <source>Line height</source>
        <translation>Zeilenhöhe</translation>
    </message>
    <message>
        <source>From line to line</source>
        <translation>Von Zeile zu Zeile</translation>
    </message>
    <message>
        <source>Lines</source>
        <translation>Zeilen</translation>
    </message>
    <message>
        <source>How lines lie against each other</source>
        <translation>Wie die Zeilen zueinander liegen</translation>
    </message>
    <message>
        <source>Of the letters</source>
        <translation>Der Buchstaben</translation>
    </message>
    <message>
        <source>Outline</source>
        <translation>Umriss</translation>
    </message>
    <message>
        <source>How far a line reaches out</source>
        <translation>Wie weit eine Linie hinausreicht</translation>
    </message>
    <message>
        <source>… colour</source>
        <translation>… Farbe</translation>
    </message>
    <message>
        <source>Of the outline</source>
        <translation>Des Umrisses</translation>
    </message>
    <message>
        <source>How widely the shadow is blurred</source>
        <translation>Wie breit der Schatten verläuft</translation>
    </message>
    <message>
        <source>… across</source>
        <translation>… quer</translation>
    </message>
    <message>
        <source>Where the shadow lies</source>
        <translation>Wo der Schatten liegt</translation>
    </message>
    <message>
        <source>… down</source>
        <translation>… hinab</translation>
    </message>
    <message>
        <source>Of the shadow; its opacity too</source>
        <translation>Des Schattens; auch seine Deckkraft</translation>
    </message>
    <message>
        <source>Comes in</source>
        <translation>Kommt</translation>
    </message>
    <message>
        <source>In what pieces it comes in, as it is keyed</source>
        <translation>In welchen Stücken er kommt, wie es in Schlüsseln steht</translation>
    </message>
    <message>
        <source>Come in over the first second</source>
        <translation>In der ersten Sekunde kommen</translation>
    </message>
    <message>
        <source>Two keys: nothing of it is there at the playhead, all of it a second later</source>
        <translation>Zwei Schlüssel: am Abspielkopf ist nichts davon da, eine Sekunde später alles</translation>
    </message>
    <message>
        <source>Show the safe margins</source>
        <translation>Sichere Ränder zeigen</translation>
    </message>
    <message>
        <source>Lines 3.5 % (action) and 5 % (titles) inside the frame&apos;s borders</source>
        <translation>Linien 3,5 % (Handlung) und 5 % (Titel) innerhalb der Ränder des Rahmens</translation>
    </message>
    <message>
        <source>Drag the photo to place it; the wheel makes it larger, Ctrl+wheel zooms the view.</source>
        <translation>Ziehen setzt das Foto; das Rad macht es größer, Strg+Rad zoomt die Ansicht.</translation>
    </message>
    <message>
        <source>Drag over a thing; the right button removes. Wheel: zoom. Middle button: pan.</source>
        <translation>Über ein Ding ziehen; die rechte Taste nimmt weg. Rad: zoomen. Mittlere Taste: verschieben.</translation>
    </message>
    <message>
        <source>Choose a layer to see what was made up behind it; the tools at the left repair it.</source>
        <translation>Eine Ebene wählen zeigt, was dahinter ergänzt wurde; die Werkzeuge links bessern es aus.</translation>
    </message>
    <message>
        <source>Drag slats on the rail, layers and lens in the plan: the rest frame stays as it is.</source>
        <translation>Lamellen auf der Schiene ziehen, Ebenen und Objektiv im Plan: das ruhende Bild bleibt, wie es ist.</translation>
    </message>
    <message>
        <source>Drag in the picture to set the pose; the selected layer follows. Space plays.</source>
        <translation>Im Bild ziehen setzt die Pose; die gewählte Ebene folgt. Die Leertaste spielt ab.</translation>
    </message>
    <message>
        <source>Hold B for the picture without any of it. Space plays the clip in a loop.</source>
        <translation>B halten zeigt das Bild ohne alles davon. Die Leertaste spielt den Clip in einer Schleife.</translation>
    </message>
    <message>
        <source>Ctrl+E exports what is chosen; the queue makes it while you go on.</source>
        <translation>Strg+E exportiert, was gewählt ist; die Warteschlange macht es, während Sie weiterarbeiten.</translation>
    </message>
    <message>
        <source>Click the thing that is to be sharp.</source>
        <translation>Klicken Sie auf das Ding, das scharf sein soll.</translation>
    </message>
    <message>
        <source>Click the place in the picture where the light is to hang.</source>
        <translation>Klicken Sie im Bild dorthin, wo das Licht hängen soll.</translation>
    </message>
    <message>
        <source>Click the picture where it is hazy: the haze takes that colour.</source>
        <translation>Klicken Sie im Bild dorthin, wo es dunstig ist: Der Dunst nimmt die Farbe an.</translation>
    </message>
    <message>
        <source>Draw a line about what is to shimmer.</source>
        <translation>Ziehen Sie eine Linie um das, was flimmern soll.</translation>
    </message>
    <message>
        <source>Photo</source>
        <translation>Foto</translation>
    </message>
    <message>
        <source>Separate</source>
        <translation>Trennen</translation>
    </message>
    <message>
        <source>Rebuild</source>
        <translation>Ergänzen</translation>
    </message>
    <message>
        <source>Stage</source>
        <translation>Bühne</translation>
    </message>
    <message>
        <source>Move</source>
        <translation>Bewegung</translation>
    </message>
    <message>
        <source>Finish</source>
        <translation>Ausarbeiten</translation>
    </message>
    <message>
        <source>{first}{why}. Nothing was changed.</source>
        <translation>{first}{why}. Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>{inside} Nothing was changed.</source>
        <translation>{inside} Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>Stop this; nothing half-done is left behind</source>
        <translation>Hält dies an; nichts Halbfertiges bleibt zurück</translation>
    </message>
    <message>
        <source>{inside} Your work is kept.</source>
        <translation>{inside} Ihre Arbeit bleibt.</translation>
    </message>
    <message>
        <source>There was not enough memory for this. Your work is kept. Close other programs, or choose a smaller frame size.</source>
        <translation>Dafür reichte der Speicher nicht. Ihre Arbeit bleibt. Schließen Sie andere Programme, oder wählen Sie einen kleineren Rahmen.</translation>
    </message>
    <message>
        <source>Return: choose the keys at the playhead. Up and Down: their value. Alt+Left and Alt+Right: their time.</source>
        <translation>Eingabe: wählt die Schlüssel am Abspielkopf. Auf und Ab: ihr Wert. Alt+Links und Alt+Rechts: ihre Zeit.</translation>
    </message>
    <message>
        <source>Drag keys to another time or value, and the handles of the chosen keys to another easing. Alt takes one property by itself.</source>
        <translation>Schlüssel zu einer anderen Zeit oder einem anderen Wert ziehen, und die Griffe der gewählten Schlüssel zu einem anderen Verlauf. Alt nimmt eine Eigenschaft für sich.</translation>
    </message>
    <message>
        <source>{text} at {time:.2f} s</source>
        <translation>{text} bei {time:.2f} s</translation>
    </message>
    <message numerus="yes">
        <source>%n keys</source>
        <translation>
            <numerusform>%n Schlüssel</numerusform>
            <numerusform>%n Schlüssel</numerusform>
        </translation>
    </message>
    <message>
        <source>Nothing moves in this lane</source>
        <translation>In dieser Bahn bewegt sich nichts</translation>
    </message>
    <message>
        <source>Nothing of {owner} moves yet.</source>
        <translation>Noch bewegt sich nichts von {owner}.</translation>
    </message>
    <message>
        <source>Values of keys</source>
        <translation>Werte von Schlüsseln</translation>
    </message>
    <message>
        <source>About how many are in the picture at once</source>
        <translation>Wie viele etwa auf einmal im Bild sind</translation>
    </message>
    <message>
        <source>Falls</source>
        <translation>Fällt</translation>
    </message>
    <message>
        <source>How fast it falls; less than nothing rises</source>
        <translation>Wie schnell es fällt; weniger als nichts steigt</translation>
    </message>
    <message>
        <source>Strays</source>
        <translation>Irrt ab</translation>
    </message>
    <message>
        <source>How far each strays from its way</source>
        <translation>Wie weit jedes von seinem Weg abirrt</translation>
    </message>
    <message>
        <source>Brightness</source>
        <translation>Helligkeit</translation>
    </message>
    <message>
        <source>How many times as bright as white</source>
        <translation>Wie viel mal so hell wie Weiß</translation>
    </message>
    <message>
        <source>Bends</source>
        <translation>Bricht</translation>
    </message>
    <message>
        <source>How far drops bend what is behind them, at 1080 lines</source>
        <translation>Wie weit Tropfen biegen, was dahinter ist, bei 1080 Zeilen</translation>
    </message>
    <message>
        <source>Density</source>
        <translation>Dichte</translation>
    </message>
    <message>
        <source>How much of the light a metre hides</source>
        <translation>Wie viel vom Licht ein Meter verbirgt</translation>
    </message>
    <message>
        <source>Uneven</source>
        <translation>Uneben</translation>
    </message>
    <message>
        <source>How far it lies in banks</source>
        <translation>Wie sehr es in Bänken liegt</translation>
    </message>
    <message>
        <source>How much of it is seen</source>
        <translation>Wie viel davon zu sehen ist</translation>
    </message>
    <message>
        <source>How fast it is blown</source>
        <translation>Wie schnell es geweht wird</translation>
    </message>
    <message>
        <source>Blows to</source>
        <translation>Weht nach</translation>
    </message>
    <message>
        <source>Where to: 0° to the right, 90° away from the lens</source>
        <translation>Wohin: 0° nach rechts, 90° vom Objektiv weg</translation>
    </message>
    <message>
        <source>Gusts</source>
        <translation>Böen</translation>
    </message>
    <message>
        <source>How much stronger the wind blows at times</source>
        <translation>Wie viel stärker der Wind zeitweise weht</translation>
    </message>
    <message>
        <source>Where it hangs, in the photo&apos;s pixels</source>
        <translation>Wo es hängt, in Fotopixeln</translation>
    </message>
    <message>
        <source>Strength</source>
        <translation>Stärke</translation>
    </message>
    <message>
        <source>How bright it is, of white</source>
        <translation>Wie hell es ist, von Weiß</translation>
    </message>
    <message>
        <source>How wide the light itself is, of the frame&apos;s height: as much of it as nearer layers cover is missing</source>
        <translation>Wie breit das Licht selbst ist, in Höhen des Bildes: so viel davon nähere Ebenen bedecken, fehlt</translation>
    </message>
    <message>
        <source>How strong the glow is in its middle</source>
        <translation>Wie stark der Schein in seiner Mitte ist</translation>
    </message>
    <message>
        <source>Reaches</source>
        <translation>Reicht</translation>
    </message>
    <message>
        <source>How far away half of it is left, of the frame&apos;s height</source>
        <translation>Wie weit weg noch die Hälfte davon da ist, in Höhen des Bildes</translation>
    </message>
    <message>
        <source>Streaks</source>
        <translation>Streifen</translation>
    </message>
    <message>
        <source>How strong the streaks are</source>
        <translation>Wie stark die Streifen sind</translation>
    </message>
    <message>
        <source>… long</source>
        <translation>… lang</translation>
    </message>
    <message>
        <source>How long they are, of the frame&apos;s height</source>
        <translation>Wie lang sie sind, in Höhen des Bildes</translation>
    </message>
    <message>
        <source>… turned</source>
        <translation>… gedreht</translation>
    </message>
    <message>
        <source>How they are turned</source>
        <translation>Wie sie gedreht sind</translation>
    </message>
    <message>
        <source>Ring</source>
        <translation>Ring</translation>
    </message>
    <message>
        <source>How strong the ring about the light is</source>
        <translation>Wie stark der Ring um das Licht ist</translation>
    </message>
    <message>
        <source>… wide</source>
        <translation>… breit</translation>
    </message>
    <message>
        <source>Ghosts</source>
        <translation>Geister</translation>
    </message>
    <message>
        <source>How strong the reflections are that lie on the line through the frame&apos;s middle</source>
        <translation>Wie stark die Spiegelungen sind, die auf der Linie durch die Bildmitte liegen</translation>
    </message>
    <message>
        <source>How wide they are, of the frame&apos;s height</source>
        <translation>Wie breit sie sind, in Höhen des Bildes</translation>
    </message>
    <message>
        <source>… spread</source>
        <translation>… verteilt</translation>
    </message>
    <message>
        <source>How far they lie from one another</source>
        <translation>Wie weit sie auseinander liegen</translation>
    </message>
    <message>
        <source>How strong the shafts of light are</source>
        <translation>Wie stark die Lichtstrahlen sind</translation>
    </message>
    <message>
        <source>How far they reach, of the frame&apos;s height</source>
        <translation>Wie weit sie reichen, in Höhen des Bildes</translation>
    </message>
    <message>
        <source>How much brighter it makes what it lights</source>
        <translation>Wie viel heller es macht, was es erhellt</translation>
    </message>
    <message>
        <source>Falls off</source>
        <translation>Fällt ab</translation>
    </message>
    <message>
        <source>How far from its middle half of it is left, of the photo&apos;s height; 0 is nowhere</source>
        <translation>Wie weit von seiner Mitte noch die Hälfte da ist, in Höhen des Fotos; 0 ist nirgends</translation>
    </message>
    <message>
        <source>Its middle, in the photo&apos;s pixels</source>
        <translation>Seine Mitte, in Fotopixeln</translation>
    </message>
    <message>
        <source>Gain</source>
        <translation>Pegel</translation>
    </message>
    <message>
        <source>How much louder or softer it is</source>
        <translation>Wie viel lauter oder leiser es ist</translation>
    </message>
    <message>
        <source>-100 is on the left alone, 100 on the right alone</source>
        <translation>-100 ist nur links, 100 nur rechts</translation>
    </message>
    <message>
        <source>How much of the light a metre of haze hides</source>
        <translation>Wie viel vom Licht ein Meter Dunst verbirgt</translation>
    </message>
    <message>
        <source>Begins at</source>
        <translation>Beginnt bei</translation>
    </message>
    <message>
        <source>Nearer than that there is none</source>
        <translation>Näher als das ist keiner</translation>
    </message>
    <message>
        <source>What is brighter than that blooms, of white</source>
        <translation>Was heller ist als das, strahlt, von Weiß</translation>
    </message>
    <message>
        <source>How far it shines, of the frame&apos;s height</source>
        <translation>Wie weit es strahlt, in Höhen des Bildes</translation>
    </message>
    <message>
        <source>How much of that light shines about it</source>
        <translation>Wie viel von diesem Licht um sich strahlt</translation>
    </message>
    <message>
        <source>Darkness</source>
        <translation>Dunkelheit</translation>
    </message>
    <message>
        <source>How dark it is where no light comes</source>
        <translation>Wie dunkel es ist, wo kein Licht hinkommt</translation>
    </message>
    <message>
        <source>Light from</source>
        <translation>Licht von</translation>
    </message>
    <message>
        <source>Which side the light comes from: 0° above, 90° the right, -90° the left</source>
        <translation>Von welcher Seite das Licht kommt: 0° oben, 90° rechts, -90° links</translation>
    </message>
    <message>
        <source>… how low</source>
        <translation>… wie tief</translation>
    </message>
    <message>
        <source>How far off the lens the light stands: the lower, the farther the shadow falls</source>
        <translation>Wie weit neben dem Objektiv das Licht steht: je tiefer, desto weiter fällt der Schatten</translation>
    </message>
    <message>
        <source>Light wide</source>
        <translation>Licht breit</translation>
    </message>
    <message>
        <source>How wide the light is: the wider, the softer the shadow</source>
        <translation>Wie breit das Licht ist: je breiter, desto weicher der Schatten</translation>
    </message>
    <message>
        <source>Goes by</source>
        <translation>Geht um</translation>
    </message>
    <message>
        <source>How far it wavers, at 1080 lines</source>
        <translation>Wie weit es schwankt, bei 1080 Zeilen</translation>
    </message>
    <message>
        <source>Waves wide</source>
        <translation>Wellen breit</translation>
    </message>
    <message>
        <source>How wide a wave is, of the photo&apos;s height</source>
        <translation>Wie breit eine Welle ist, in Höhen des Fotos</translation>
    </message>
    <message>
        <source>… a second</source>
        <translation>… je Sekunde</translation>
    </message>
    <message>
        <source>How many waves go by a second</source>
        <translation>Wie viele Wellen je Sekunde vorbeiziehen</translation>
    </message>
    <message>
        <source>Gain, {channel}</source>
        <translation>Gain, {channel}</translation>
    </message>
    <message>
        <source>What is multiplied: bright parts the most (slope of the ASC CDL)</source>
        <translation>Womit malgenommen wird: helle Teile am meisten (Slope der ASC CDL)</translation>
    </message>
    <message>
        <source>Lift, {channel}</source>
        <translation>Lift, {channel}</translation>
    </message>
    <message>
        <source>What is added: dark parts the most (offset of the ASC CDL)</source>
        <translation>Was dazukommt: dunkle Teile am meisten (Offset der ASC CDL)</translation>
    </message>
    <message>
        <source>Gamma, {channel}</source>
        <translation>Gamma, {channel}</translation>
    </message>
    <message>
        <source>A power: middle tones the most, less is brighter (ASC CDL)</source>
        <translation>Eine Potenz: mittlere Töne am meisten, weniger ist heller (ASC CDL)</translation>
    </message>
    <message>
        <source>All of the grade</source>
        <translation>Alle Farben</translation>
    </message>
    <message>
        <source>How much of it there is</source>
        <translation>Wie viel davon da ist</translation>
    </message>
    <message>
        <source>Exposure</source>
        <translation>Belichtung</translation>
    </message>
    <message>
        <source>One stop more is twice the light</source>
        <translation>Eine Blende mehr ist doppelt so viel Licht</translation>
    </message>
    <message>
        <source>Contrast</source>
        <translation>Kontrast</translation>
    </message>
    <message>
        <source>A power about the pivot</source>
        <translation>Eine Potenz um den Angelpunkt</translation>
    </message>
    <message>
        <source>… pivot</source>
        <translation>… Angel</translation>
    </message>
    <message>
        <source>The light that contrast leaves as it is: 18 % is middle grey</source>
        <translation>Das Licht, das der Kontrast lässt, wie es ist: 18 % ist mittleres Grau</translation>
    </message>
    <message>
        <source>Warmth</source>
        <translation>Wärme</translation>
    </message>
    <message>
        <source>6500 K leaves it; more is warmer, as when a camera is set to that light</source>
        <translation>6500 K lässt sie; mehr ist wärmer, wie bei einer Kamera, die auf dieses Licht gestellt ist</translation>
    </message>
    <message>
        <source>Tint</source>
        <translation>Tönung</translation>
    </message>
    <message>
        <source>More is magenta, less is green: thousandths of Duv</source>
        <translation>Mehr ist magenta, weniger grün: Tausendstel Duv</translation>
    </message>
    <message>
        <source>Vibrance</source>
        <translation>Lebendigkeit</translation>
    </message>
    <message>
        <source>Saturation of what has little of it</source>
        <translation>Sättigung dessen, was wenig davon hat</translation>
    </message>
    <message>
        <source>Saturation</source>
        <translation>Sättigung</translation>
    </message>
    <message>
        <source>How far colours are from grey; 100 % leaves them (ASC CDL)</source>
        <translation>Wie weit Farben von Grau sind; 100 % lässt sie (ASC CDL)</translation>
    </message>
    <message>
        <source>How far from straight they are</source>
        <translation>Wie weit sie von gerade weg sind</translation>
    </message>
    <message>
        <source>How much of the table&apos;s colours there is</source>
        <translation>Wie viel von den Farben der Tabelle da ist</translation>
    </message>
    <message>
        <source>Matched</source>
        <translation>Angeglichen</translation>
    </message>
    <message>
        <source>How far its colours are like those</source>
        <translation>Wie weit seine Farben jenen gleichen</translation>
    </message>
    <message>
        <source>red</source>
        <translation>Rot</translation>
    </message>
    <message>
        <source>green</source>
        <translation>Grün</translation>
    </message>
    <message>
        <source>blue</source>
        <translation>Blau</translation>
    </message>
    <message>
        <source>Its deviation where it is strongest, of white</source>
        <translation>Seine Abweichung, wo es am stärksten ist, von Weiß</translation>
    </message>
    <message>
        <source>Grains wide</source>
        <translation>Kornbreite</translation>
    </message>
    <message>
        <source>How wide a grain is, at 1080 lines</source>
        <translation>Wie breit ein Korn ist, bei 1080 Zeilen</translation>
    </message>
    <message>
        <source>Coloured</source>
        <translation>Farbig</translation>
    </message>
    <message>
        <source>How far red, green and blue have grain of their own</source>
        <translation>Wie sehr Rot, Grün und Blau eigenes Korn haben</translation>
    </message>
    <message>
        <source>Strongest at</source>
        <translation>Am stärksten</translation>
    </message>
    <message>
        <source>The tone where it is strongest; none is in black and white</source>
        <translation>Der Ton, in dem es am stärksten ist; in Schwarz und Weiß ist keines</translation>
    </message>
    <message>
        <source>How much light is missing in the corners; of a natural one, how much of what is natural</source>
        <translation>Wie viel Licht in den Ecken fehlt; bei einer natürlichen, wie viel vom Natürlichen</translation>
    </message>
    <message>
        <source>Nearer to the middle there is none, of half the diagonal</source>
        <translation>Näher zur Mitte ist keine, von der halben Diagonale</translation>
    </message>
    <message>
        <source>How far out it grows, of half the diagonal</source>
        <translation>Wie weit draußen sie wächst, von der halben Diagonale</translation>
    </message>
    <message>
        <source>How far red and blue lie from green in the corners, at 1080 lines</source>
        <translation>Wie weit Rot und Blau in den Ecken von Grün weg liegen, bei 1080 Zeilen</translation>
    </message>
    <message>
        <source>How far the picture moves, at 1080 lines</source>
        <translation>Wie weit sich das Bild bewegt, bei 1080 Zeilen</translation>
    </message>
    <message>
        <source>How much of the bright light it is</source>
        <translation>Wie viel vom hellen Licht es ist</translation>
    </message>
    <message>
        <source>How far, of the frame&apos;s height</source>
        <translation>Wie weit, in Höhen des Bildes</translation>
    </message>
    <message>
        <source>What is brighter shines, of white</source>
        <translation>Was heller ist, scheint, von Weiß</translation>
    </message>
    <message>
        <source>How much brighter or darker a frame is</source>
        <translation>Wie viel heller oder dunkler ein Bild ist</translation>
    </message>
    <message>
        <source>Stretch keys</source>
        <translation>Schlüssel strecken</translation>
    </message>
    <message>
        <source>Cut keys</source>
        <translation>Schlüssel ausschneiden</translation>
    </message>
    <message>
        <source>Move keys by a frame</source>
        <translation>Schlüssel um ein Bild verschieben</translation>
    </message>
    <message>
        <source>Put keys in</source>
        <translation>Schlüssel einsetzen</translation>
    </message>
    <message>
        <source>A lane for everything that moves: its pegs are keys. Drag them in time, drag a frame round several, drag the brackets to stretch them.</source>
        <translation>Eine Bahn für alles, was sich bewegt: seine Stifte sind Schlüssel. Ziehen Sie sie in der Zeit, ziehen Sie einen Rahmen um mehrere, ziehen Sie die Klammern, um sie zu strecken.</translation>
    </message>
    <message>
        <source>Up and Down: another lane. Return: choose its keys at the playhead. Alt+Left and Alt+Right: move them. Delete: take them off.</source>
        <translation>Auf und Ab: eine andere Bahn. Eingabe: wählt ihre Schlüssel am Abspielkopf. Alt+Links und Alt+Rechts: verschiebt sie. Entf: nimmt sie weg.</translation>
    </message>
    <message numerus="yes">
        <source>{name}, %n keys, </source>
        <translation>
            <numerusform>{name}, %n Schlüssel, </numerusform>
            <numerusform>{name}, %n Schlüssel, </numerusform>
        </translation>
    </message>
    <message>
        <source>chosen at {times}</source>
        <translation>gewählt bei {times}</translation>
    </message>
    <message>
        <source>none chosen</source>
        <translation>keiner gewählt</translation>
    </message>
    <message>
        <source>{owner}: drag it to another time, drag its ends to cut it, drag the squares at its upper corners to fade it. Pegs are keys.</source>
        <translation>{owner}: Ziehen verschiebt es in der Zeit, die Enden ziehen beschneidet es, die Quadrate an den oberen Ecken ziehen blendet es. Stifte sind Schlüssel.</translation>
    </message>
    <message>
        <source> and all that hangs on it</source>
        <translation> und alles, was daran hängt</translation>
    </message>
    <message>
        <source>{name}{whose}. Pegs are keys: drag them, drag a frame round several, drag the brackets to stretch them. Alt takes one property by itself.</source>
        <translation>{name}{whose}. Stifte sind Schlüssel: ziehen Sie sie, ziehen Sie einen Rahmen um mehrere, ziehen Sie die Klammern, um sie zu strecken. Alt nimmt eine Eigenschaft für sich.</translation>
    </message>
    <message>
        <source>Real time</source>
        <translation>Echtzeit</translation>
    </message>
    <message>
        <source>Half speed</source>
        <translation>Halbes Tempo</translation>
    </message>
    <message>
        <source>Quarter speed</source>
        <translation>Viertel Tempo</translation>
    </message>
    <message>
        <source>Double speed</source>
        <translation>Doppeltes Tempo</translation>
    </message>
    <message>
        <source>Backwards</source>
        <translation>Rückwärts</translation>
    </message>
    <message>
        <source>Backwards at half speed</source>
        <translation>Rückwärts, halbes Tempo</translation>
    </message>
    <message>
        <source>How the clip is played: pace, range, size, start and end shown through</source>
        <translation>Wie der Clip gespielt wird: Tempo, Bereich, Größe, Anfang und Ende durchscheinend</translation>
    </message>
    <message>
        <source>How the clip is played</source>
        <translation>Wie der Clip gespielt wird</translation>
    </message>
    <message>
        <source>Play from the playhead on</source>
        <translation>Ab dem Abspielkopf spielen</translation>
    </message>
    <message>
        <source>Play up to the playhead</source>
        <translation>Bis zum Abspielkopf spielen</translation>
    </message>
    <message>
        <source>Play the whole clip</source>
        <translation>Ganzen Clip spielen</translation>
    </message>
    <message>
        <source>Full size, as exported</source>
        <translation>Volle Größe, wie exportiert</translation>
    </message>
    <message>
        <source>Show start and end through the picture</source>
        <translation>Anfang und Ende durch das Bild zeigen</translation>
    </message>
    <message>
        <source>A range begins before it ends: put the playhead elsewhere.</source>
        <translation>Ein Bereich beginnt, bevor er endet: setzen Sie den Abspielkopf anderswohin.</translation>
    </message>
    <message>
        <source>The layers, the nearest on top. The eye hides one, the corners show it alone; drag one up or down to stand it before or behind others.</source>
        <translation>Die Ebenen, die nächste oben. Das Auge blendet eine aus, die Ecken zeigen sie allein; hinauf oder hinunter ziehen stellt sie vor oder hinter andere.</translation>
    </message>
    <message>
        <source>Up and Down: another one. F2: its name. Menu key: all that can be done with it.</source>
        <translation>Auf und Ab: eine andere. F2: ihr Name. Menütaste: alles, was mit ihr geht.</translation>
    </message>
    <message numerus="yes">
        <source>%n things, none selected</source>
        <translation>
            <numerusform>%n Ding, keines gewählt</numerusform>
            <numerusform>%n Dinge, keines gewählt</numerusform>
        </translation>
    </message>
    <message>
        <source>, hidden</source>
        <translation>, ausgeblendet</translation>
    </message>
    <message>
        <source>{name}{hidden}, {entries} in the list</source>
        <translation>{name}{hidden}, {entries} in der Liste</translation>
    </message>
    <message>
        <source>Lens  {millimetres:g} mm</source>
        <translation>Objektiv  {millimetres:g} mm</translation>
    </message>
    <message>
        <source>glass</source>
        <translation>Glas</translation>
    </message>
    <message>
        <source>Show {name} alone</source>
        <translation>{name} allein zeigen</translation>
    </message>
    <message>
        <source>Order of {name}</source>
        <translation>Reihenfolge von {name}</translation>
    </message>
    <message>
        <source>{name} stands at {distance} now.</source>
        <translation>{name} steht jetzt bei {distance}.</translation>
    </message>
    <message>
        <source>Shows a lane for every single property, or only the poses again.</source>
        <translation>Zeigt eine Bahn für jede einzelne Eigenschaft, oder wieder nur die Posen.</translation>
    </message>
    <message>
        <source>The lens: its poses are at the right.</source>
        <translation>Das Objektiv: seine Posen stehen rechts.</translation>
    </message>
    <message>
        <source>The finished clip itself, moved as one picture.</source>
        <translation>Der fertige Clip selbst, als ein Bild bewegt.</translation>
    </message>
    <message>
        <source>A sound: it is set in Finish, and dragged in its lane.</source>
        <translation>Ein Ton: er wird beim Ausarbeiten gesetzt, und in seiner Bahn gezogen.</translation>
    </message>
    <message>
        <source>What finishes the picture, keyed.</source>
        <translation>Was das Bild ausarbeitet, in Schlüsseln.</translation>
    </message>
    <message>
        <source>{name}: what is listed below it hangs on it; double-click or F2 renames it.</source>
        <translation>{name}: was darunter steht, hängt daran; ein Doppelklick oder F2 benennt um.</translation>
    </message>
    <message>
        <source>Show or hide this layer.</source>
        <translation>Diese Ebene ein- oder ausblenden.</translation>
    </message>
    <message>
        <source>Show this layer alone, or all of them again.</source>
        <translation>Diese Ebene allein zeigen, oder wieder alle.</translation>
    </message>
    <message>
        <source>{name}: {kind}; double-click or F2 renames it.
Drag it up or down to stand it before or behind others.</source>
        <translation>{name}: {kind}; ein Doppelklick oder F2 benennt um.
Hinauf oder hinunter ziehen stellt sie vor oder hinter andere.</translation>
    </message>
    <message>
        <source>Drag to move the playhead. Shift and a drag set the range that is played; a double click plays all of it. The line shows frames that are ready to be played. M sets a marker at the playhead; drag it, or take it off by a right click.</source>
        <translation>Ziehen bewegt den Abspielkopf. Ziehen mit Umschalt setzt den Bereich, der gespielt wird; ein Doppelklick spielt alles. Die Linie zeigt Bilder, die zum Spielen bereit sind. M setzt eine Marke am Abspielkopf; ziehen Sie sie, oder nehmen Sie sie mit einem Rechtsklick weg.</translation>
    </message>
    <message>
        <source>Time ruler</source>
        <translation>Zeitlineal</translation>
    </message>
    <message>
        <source>The time of the clip: click or drag to set the playhead.</source>
        <translation>Die Zeit des Clips: klicken oder ziehen setzt den Abspielkopf.</translation>
    </message>
    <message>
        <source>{time:.2f} s, frame {index} of {count}</source>
        <translation>{time:.2f} s, Bild {index} von {count}</translation>
    </message>
    <message>
        <source>Take off a marker</source>
        <translation>Eine Marke wegnehmen</translation>
    </message>
    <message>
        <source>Move a marker</source>
        <translation>Eine Marke bewegen</translation>
    </message>
    <message>
        <source>Play or pause (Space)</source>
        <translation>Abspielen oder anhalten (Leertaste)</translation>
    </message>
    <message>
        <source>The playhead: seconds, and which frame of how many</source>
        <translation>Der Abspielkopf: Sekunden, und welches Bild von wie vielen</translation>
    </message>
    <message>
        <source>To the start (Home)</source>
        <translation>An den Anfang (Pos1)</translation>
    </message>
    <message>
        <source>One frame back (Left)</source>
        <translation>Ein Bild zurück (Links)</translation>
    </message>
    <message>
        <source>One frame on (Right)</source>
        <translation>Ein Bild weiter (Rechts)</translation>
    </message>
    <message>
        <source>To the end (End)</source>
        <translation>Ans Ende (Ende)</translation>
    </message>
    <message>
        <source>Curves of what is chosen, in place of the lanes</source>
        <translation>Kurven dessen, was gewählt ist, statt der Bahnen</translation>
    </message>
    <message>
        <source>Drag for more or fewer lanes</source>
        <translation>Ziehen für mehr oder weniger Bahnen</translation>
    </message>
    <message>
        <source>How far the lens stands to the right</source>
        <translation>Wie weit rechts das Objektiv steht</translation>
    </message>
    <message>
        <source>Up</source>
        <translation>Hoch</translation>
    </message>
    <message>
        <source>How far the lens stands up</source>
        <translation>Wie hoch das Objektiv steht</translation>
    </message>
    <message>
        <source>Forward</source>
        <translation>Vor</translation>
    </message>
    <message>
        <source>How far the lens has gone in</source>
        <translation>Wie weit das Objektiv hineingegangen ist</translation>
    </message>
    <message>
        <source>Turn right</source>
        <translation>Nach rechts</translation>
    </message>
    <message>
        <source>The lens turned right</source>
        <translation>Das Objektiv nach rechts gedreht</translation>
    </message>
    <message>
        <source>Look up</source>
        <translation>Nach oben</translation>
    </message>
    <message>
        <source>The lens tilted up</source>
        <translation>Das Objektiv nach oben geneigt</translation>
    </message>
    <message>
        <source>Roll</source>
        <translation>Rollen</translation>
    </message>
    <message>
        <source>The lens turned clockwise about its axis</source>
        <translation>Das Objektiv im Uhrzeigersinn um seine Achse gedreht</translation>
    </message>
    <message>
        <source>Zoom</source>
        <translation>Zoom</translation>
    </message>
    <message>
        <source>The focal length, of what it is at rest</source>
        <translation>Die Brennweite, von der in Ruhe</translation>
    </message>
    <message>
        <source>The distance the lens is focused at</source>
        <translation>Der Abstand, auf den das Objektiv scharf gestellt ist</translation>
    </message>
    <message>
        <source>How far the aperture is stopped down</source>
        <translation>Wie weit die Blende geschlossen ist</translation>
    </message>
    <message>
        <source>Iris turned</source>
        <translation>Blende gedreht</translation>
    </message>
    <message>
        <source>How much brighter clipped light becomes</source>
        <translation>Wie viel heller ausgefressenes Licht wird</translation>
    </message>
    <message>
        <source>For how much of a frame&apos;s time it is open</source>
        <translation>Für wie viel von der Zeit eines Bildes er offen ist</translation>
    </message>
    <message>
        <source>The layer&apos;s size about its pivot</source>
        <translation>Die Größe der Ebene um ihren Drehpunkt</translation>
    </message>
    <message>
        <source>The layer shifted to the right in its plane</source>
        <translation>Die Ebene in sich nach rechts geschoben</translation>
    </message>
    <message>
        <source>The layer shifted up in its plane</source>
        <translation>Die Ebene in sich nach oben geschoben</translation>
    </message>
    <message>
        <source>Nearer</source>
        <translation>Näher</translation>
    </message>
    <message>
        <source>The layer brought towards the lens</source>
        <translation>Die Ebene zum Objektiv geholt</translation>
    </message>
    <message>
        <source>The layer turned clockwise</source>
        <translation>Die Ebene im Uhrzeigersinn gedreht</translation>
    </message>
    <message>
        <source>The layer&apos;s top leaning away about its pivot</source>
        <translation>Der obere Teil der Ebene um ihren Drehpunkt weggeneigt</translation>
    </message>
    <message>
        <source>The layer&apos;s right side turning away</source>
        <translation>Die rechte Seite der Ebene weggedreht</translation>
    </message>
    <message>
        <source>How thick the relief is, of what is set in Stage</source>
        <translation>Wie dick das Relief ist, von dem, was in der Bühne gesetzt ist</translation>
    </message>
    <message>
        <source>How opaque the layer is</source>
        <translation>Wie deckend die Ebene ist</translation>
    </message>
    <message>
        <source>Blur</source>
        <translation>Unschärfe</translation>
    </message>
    <message>
        <source>How wide a point becomes, at 1080 lines</source>
        <translation>Wie breit ein Punkt wird, bei 1080 Zeilen</translation>
    </message>
    <message>
        <source>Sharp place right</source>
        <translation>Scharf rechts</translation>
    </message>
    <message>
        <source>Where the blur grows from, in the photo</source>
        <translation>Von wo die Unschärfe wächst, im Foto</translation>
    </message>
    <message>
        <source>Sharp place down</source>
        <translation>Scharf unten</translation>
    </message>
    <message>
        <source>How far from there nothing is blurred</source>
        <translation>Wie weit von dort nichts unscharf ist</translation>
    </message>
    <message>
        <source>Shown</source>
        <translation>Gezeigt</translation>
    </message>
    <message>
        <source>How much of the title has come</source>
        <translation>Wie viel vom Titel gekommen ist</translation>
    </message>
    <message>
        <source>Metres to the right</source>
        <translation>Meter nach rechts</translation>
    </message>
    <message>
        <source>Metres up</source>
        <translation>Meter nach oben</translation>
    </message>
    <message>
        <source>Away</source>
        <translation>Weg</translation>
    </message>
    <message>
        <source>Metres away from the lens</source>
        <translation>Meter vom Objektiv weg</translation>
    </message>
    <message>
        <source>Turned to the right</source>
        <translation>Nach rechts gedreht</translation>
    </message>
    <message>
        <source>Turn up</source>
        <translation>Drehen hoch</translation>
    </message>
    <message>
        <source>Turned up</source>
        <translation>Nach oben gedreht</translation>
    </message>
    <message>
        <source>Turned clockwise</source>
        <translation>Im Uhrzeigersinn gedreht</translation>
    </message>
    <message>
        <source>All that hangs on it, larger or smaller</source>
        <translation>Alles, was daran hängt, größer oder kleiner</translation>
    </message>
    <message>
        <source>The finished picture&apos;s size about its middle</source>
        <translation>Die Größe des fertigen Bildes um seine Mitte</translation>
    </message>
    <message>
        <source>The picture shifted right, of the frame&apos;s width</source>
        <translation>Das Bild nach rechts geschoben, in Breiten des Rahmens</translation>
    </message>
    <message>
        <source>The picture shifted up, of the frame&apos;s width</source>
        <translation>Das Bild nach oben geschoben, in Breiten des Rahmens</translation>
    </message>
    <message>
        <source>The picture turned clockwise</source>
        <translation>Das Bild im Uhrzeigersinn gedreht</translation>
    </message>
    <message>
        <source>Pin {number} right</source>
        <translation>Nadel {number} rechts</translation>
    </message>
    <message>
        <source>The pin moved to the right, in the photo&apos;s pixels</source>
        <translation>Die Nadel nach rechts bewegt, in Fotopixeln</translation>
    </message>
    <message>
        <source>Pin {number} up</source>
        <translation>Nadel {number} hoch</translation>
    </message>
    <message>
        <source>The pin moved up, in the photo&apos;s pixels</source>
        <translation>Die Nadel nach oben bewegt, in Fotopixeln</translation>
    </message>
    <message>
        <source>Pin {number} turned</source>
        <translation>Nadel {number} gedreht</translation>
    </message>
    <message>
        <source>The pin turned clockwise</source>
        <translation>Die Nadel im Uhrzeigersinn gedreht</translation>
    </message>
    <message>
        <source>Haze and bloom</source>
        <translation>Dunst und Überstrahlen</translation>
    </message>
    <message>
        <source>Grade and film</source>
        <translation>Farben und Film</translation>
    </message>
    <message>
        <source>Gone</source>
        <translation>Nicht mehr da</translation>
    </message>
    <message>
        <source>Grow</source>
        <translation>Wachsen</translation>
    </message>
    <message>
        <source>Paint roughly over a thing: the cut grows to its edges</source>
        <translation>Grob über ein Ding malen: der Schnitt wächst bis zu seinen Rändern</translation>
    </message>
    <message>
        <source>Touch</source>
        <translation>Antippen</translation>
    </message>
    <message>
        <source>Click a thing, again for more of it; drag a box round it</source>
        <translation>Ein Ding anklicken, noch einmal für mehr davon; einen Kasten darum ziehen</translation>
    </message>
    <message>
        <source>Alike</source>
        <translation>Ähnlich</translation>
    </message>
    <message>
        <source>Click a colour, or drag over several: takes all like them</source>
        <translation>Eine Farbe anklicken, oder über mehrere ziehen: nimmt alle ähnlichen</translation>
    </message>
    <message>
        <source>Fine</source>
        <translation>Fein</translation>
    </message>
    <message>
        <source>Paint over hair, reeds or rope at an edge: finds each strand</source>
        <translation>Über Haare, Schilf oder Tau an einem Rand malen: findet jede Strähne</translation>
    </message>
    <message>
        <source>Trace</source>
        <translation>Kante</translation>
    </message>
    <message>
        <source>Click along an edge; the line keeps to it. Enter closes it</source>
        <translation>An einem Rand entlang klicken; die Linie hält sich daran. Eingabe schließt sie</translation>
    </message>
    <message>
        <source>Click corners, drag curves; nodes and handles can be moved afterwards</source>
        <translation>Ecken klicken, Bögen ziehen; Knoten und Griffe lassen sich danach bewegen</translation>
    </message>
    <message>
        <source>Lasso</source>
        <translation>Lasso</translation>
    </message>
    <message>
        <source>Draw freehand round a thing</source>
        <translation>Frei um ein Ding zeichnen</translation>
    </message>
    <message>
        <source>Brush</source>
        <translation>Pinsel</translation>
    </message>
    <message>
        <source>Paint a mask; size and hardness at the right</source>
        <translation>Eine Maske malen; Größe und Härte stehen rechts</translation>
    </message>
    <message>
        <source>Look</source>
        <translation>Ansehen</translation>
    </message>
    <message>
        <source>See what was made up; choose a layer in the list</source>
        <translation>Sehen, was ergänzt wurde; eine Ebene in der Liste wählen</translation>
    </message>
    <message>
        <source>Paint over something unwanted: it is filled from around it. Right button: back</source>
        <translation>Über Unerwünschtes malen: es wird aus der Umgebung gefüllt. Rechte Taste: zurück</translation>
    </message>
    <message>
        <source>Draw round a place: it is filled by another proposal</source>
        <translation>Eine Stelle umfahren: sie wird mit einem anderen Vorschlag gefüllt</translation>
    </message>
    <message>
        <source>Draw round a place, then drag it over what should be there: it grows in</source>
        <translation>Eine Stelle umfahren, dann über das ziehen, was dort sein soll: es wächst ein</translation>
    </message>
    <message>
        <source>Paint a copy of another place; right-click picks it</source>
        <translation>Eine Kopie einer anderen Stelle malen; ein Rechtsklick wählt sie</translation>
    </message>
    <message>
        <source>Paint over a seam: it melts into its surroundings</source>
        <translation>Über eine Naht malen: sie geht in ihre Umgebung über</translation>
    </message>
    <message>
        <source>Drag colours along</source>
        <translation>Farben mitziehen</translation>
    </message>
    <message>
        <source>Paint a plain colour; right-click picks one</source>
        <translation>Eine schlichte Farbe malen; ein Rechtsklick nimmt eine</translation>
    </message>
    <message>
        <source>Arrange</source>
        <translation>Anordnen</translation>
    </message>
    <message>
        <source>Select layers in the picture, drag them in the plan</source>
        <translation>Ebenen im Bild wählen, im Plan ziehen</translation>
    </message>
    <message>
        <source>Paint on the depth map: left button nearer, right button farther</source>
        <translation>Auf der Tiefenkarte malen: linke Taste näher, rechte Taste weiter</translation>
    </message>
    <message>
        <source>Ramp</source>
        <translation>Rampe</translation>
    </message>
    <message>
        <source>Drag on the depth map: it slopes evenly between the ends</source>
        <translation>Auf der Tiefenkarte ziehen: zwischen den Enden fällt sie gleichmäßig ab</translation>
    </message>
    <message>
        <source>Level</source>
        <translation>Ebnen</translation>
    </message>
    <message>
        <source>Draw round a part of the depth map: all of it gets one depth</source>
        <translation>Einen Teil der Tiefenkarte umfahren: alles darin bekommt eine Tiefe</translation>
    </message>
    <message>
        <source>Slide</source>
        <translation>Schieben</translation>
    </message>
    <message>
        <source>Drag to move the lens across and up: the selected layer follows</source>
        <translation>Ziehen bewegt das Objektiv quer und hoch: die gewählte Ebene folgt</translation>
    </message>
    <message>
        <source>Push</source>
        <translation>Fahren</translation>
    </message>
    <message>
        <source>Drag up to go in, down to go back</source>
        <translation>Hinauf ziehen fährt hinein, hinunter zurück</translation>
    </message>
    <message>
        <source>Turn</source>
        <translation>Drehen</translation>
    </message>
    <message>
        <source>Drag to turn the lens right, left, up and down</source>
        <translation>Ziehen dreht das Objektiv nach rechts, links, oben und unten</translation>
    </message>
    <message>
        <source>Drag sideways to roll the lens about its axis</source>
        <translation>Seitwärts ziehen rollt das Objektiv um seine Achse</translation>
    </message>
    <message>
        <source>Drag the selected layer or carrier; Shift and a drag size it</source>
        <translation>Die gewählte Ebene oder den Träger ziehen; Ziehen mit Umschalt macht größer</translation>
    </message>
    <message>
        <source>Bend</source>
        <translation>Biegen</translation>
    </message>
    <message>
        <source>Click on the selected layer to set pins; drag them at another time to bend it</source>
        <translation>Auf die gewählte Ebene klicken setzt Nadeln; zu einer anderen Zeit gezogen, biegen sie sie</translation>
    </message>
    <message>
        <source>How large the picture is shown</source>
        <translation>Wie groß das Bild gezeigt wird</translation>
    </message>
    <message>
        <source>Larger (Ctrl++)</source>
        <translation>Größer (Strg++)</translation>
    </message>
    <message>
        <source>Smaller (Ctrl+-)</source>
        <translation>Kleiner (Strg+-)</translation>
    </message>
    <message>
        <source>The whole picture (Ctrl+0)</source>
        <translation>Das ganze Bild (Strg+0)</translation>
    </message>
    <message>
        <source>Preparing</source>
        <translation>Vorbereiten</translation>
    </message>
    <message>
        <source>Drag for a wider panel</source>
        <translation>Ziehen für ein breiteres Feld</translation>
    </message>
    <message>
        <source>Drag for a longer list</source>
        <translation>Ziehen für eine längere Liste</translation>
    </message>
    <message>
        <source>Depth rail (F6)</source>
        <translation>Tiefenschiene (F6)</translation>
    </message>
    <message>
        <source>Lanes (F7)</source>
        <translation>Bahnen (F7)</translation>
    </message>
    <message>
        <source>The picture alone (F8)</source>
        <translation>Nur das Bild (F8)</translation>
    </message>
    <message>
        <source>Untitled</source>
        <translation>Unbenannt</translation>
    </message>
    <message>
        <source> (only looked at)</source>
        <translation> (nur angesehen)</translation>
    </message>
    <message>
        <source>{name}[*] · Woodcock</source>
        <translation>{name}[*] · Woodcock</translation>
    </message>
    <message>
        <source>Top</source>
        <translation>Oben</translation>
    </message>
    <message>
        <source>Bottom</source>
        <translation>Unten</translation>
    </message>
    <message>
        <source>Cut from the photo</source>
        <translation>Aus dem Foto geschnitten</translation>
    </message>
    <message>
        <source>Background</source>
        <translation>Hintergrund</translation>
    </message>
    <message>
        <source>Texture</source>
        <translation>Textur</translation>
    </message>
    <message>
        <source>Orange</source>
        <translation>Orange</translation>
    </message>
    <message>
        <source>Yellow</source>
        <translation>Gelb</translation>
    </message>
    <message>
        <source>Cyan</source>
        <translation>Cyan</translation>
    </message>
    <message>
        <source>Violet</source>
        <translation>Violett</translation>
    </message>
    <message>
        <source>Pink</source>
        <translation>Rosa</translation>
    </message>
    <message>
        <source>Normal</source>
        <translation>Normal</translation>
    </message>
    <message>
        <source>Multiply</source>
        <translation>Multiplizieren</translation>
    </message>
    <message>
        <source>Screen</source>
        <translation>Negativ mult.</translation>
    </message>
    <message>
        <source>Overlay</source>
        <translation>Überlagern</translation>
    </message>
    <message>
        <source>Darken</source>
        <translation>Abdunkeln</translation>
    </message>
    <message>
        <source>Lighten</source>
        <translation>Aufhellen</translation>
    </message>
    <message>
        <source>Color dodge</source>
        <translation>Farbig abwedeln</translation>
    </message>
    <message>
        <source>Color burn</source>
        <translation>Farbig nachbelichten</translation>
    </message>
    <message>
        <source>Hard light</source>
        <translation>Hartes Licht</translation>
    </message>
    <message>
        <source>Soft light</source>
        <translation>Weiches Licht</translation>
    </message>
    <message>
        <source>Difference</source>
        <translation>Differenz</translation>
    </message>
    <message>
        <source>Exclusion</source>
        <translation>Ausschluss</translation>
    </message>
    <message>
        <source>Hue</source>
        <translation>Farbton</translation>
    </message>
    <message>
        <source>Color</source>
        <translation>Farbe</translation>
    </message>
    <message>
        <source>Luminosity</source>
        <translation>Helligkeit</translation>
    </message>
    <message>
        <source>Plus lighter</source>
        <translation>Lichter addieren</translation>
    </message>
    <message>
        <source>First light</source>
        <translation>Erstes Licht</translation>
    </message>
    <message>
        <source>Slate</source>
        <translation>Schiefer</translation>
    </message>
    <message>
        <source>Late summer</source>
        <translation>Spätsommer</translation>
    </message>
    <message>
        <source>Blue hour</source>
        <translation>Blaue Stunde</translation>
    </message>
    <message>
        <source>Silver</source>
        <translation>Silber</translation>
    </message>
    <message>
        <source>Old album</source>
        <translation>Altes Album</translation>
    </message>
    <message>
        <source>Small gauge</source>
        <translation>Schmalfilm</translation>
    </message>
    <message>
        <source>Clear day</source>
        <translation>Klarer Tag</translation>
    </message>
    <message>
        <source>{inside} Your work is kept; save it under a new name to be safe.</source>
        <translation>{inside} Ihre Arbeit bleibt; speichern Sie sie sicherheitshalber unter einem neuen Namen.</translation>
    </message>
    <message>
        <source>Rebuilding</source>
        <translation>Ergänzen</translation>
    </message>
    <message>
        <source>Looking for gaps</source>
        <translation>Lücken werden gesucht</translation>
    </message>
    <message>
        <source>Filling what no frame shows</source>
        <translation>Gefüllt wird, was kein Bild zeigt</translation>
    </message>
    <message>
        <source>it has to hold one table, of one or of three dimensions</source>
        <translation>sie muss eine Tabelle enthalten, von einer oder von drei Dimensionen</translation>
    </message>
    <message>
        <source>a table of the size {size:g} can&apos;t be used</source>
        <translation>eine Tabelle der Größe {size:g} ist nicht zu gebrauchen</translation>
    </message>
    <message>
        <source>it holds {count} entries where {belong} belong</source>
        <translation>sie hat {count} Einträge, wo {belong} hingehören</translation>
    </message>
    <message>
        <source>its domain is empty</source>
        <translation>ihr Bereich ist leer</translation>
    </message>
    <message>
        <source>it is too large</source>
        <translation>sie ist zu groß</translation>
    </message>
    <message>
        <source>it is no text</source>
        <translation>sie ist kein Text</translation>
    </message>
    <message>
        <source>it holds more entries than belong in it</source>
        <translation>sie hat mehr Einträge, als hineingehören</translation>
    </message>
    <message>
        <source>line {number} makes no sense</source>
        <translation>Zeile {number} ergibt keinen Sinn</translation>
    </message>
    <message>
        <source>it holds numbers that are none</source>
        <translation>sie hat Zahlen, die keine sind</translation>
    </message>
    <message>
        <source>an entry of it is no number</source>
        <translation>ein Eintrag ist keine Zahl</translation>
    </message>
    <message>
        <source>its domain has to have three ends</source>
        <translation>ihr Bereich muss drei Enden haben</translation>
    </message>
    <message>
        <source>{name} can&apos;t be used as a lookup table: {why}. Nothing was changed. Choose a .cube file.</source>
        <translation>{name} ist als Farbtabelle nicht zu gebrauchen: {why}. Nichts wurde geändert. Wählen Sie eine .cube-Datei.</translation>
    </message>
    <message>
        <source>The lookup table</source>
        <translation>Die Farbtabelle</translation>
    </message>
    <message>
        <source>Nothing was left behind.</source>
        <translation>Nichts blieb zurück.</translation>
    </message>
    <message>
        <source>The file that was there before is unchanged.</source>
        <translation>Die Datei, die vorher da war, ist unverändert.</translation>
    </message>
    <message>
        <source>Choose another place.</source>
        <translation>Wählen Sie einen anderen Ort.</translation>
    </message>
    <message>
        <source>The disk is full, so {name} could not be written. {kept} Free some space first.</source>
        <translation>Der Datenträger ist voll, {name} konnte nicht geschrieben werden. {kept} Schaffen Sie zuerst Platz.</translation>
    </message>
    <message>
        <source>The folder {folder} does not exist, so {name} could not be written. {elsewhere}</source>
        <translation>Den Ordner {folder} gibt es nicht, {name} konnte nicht geschrieben werden. {elsewhere}</translation>
    </message>
    <message>
        <source>{name} may not be written in {parent}. {kept} {elsewhere}</source>
        <translation>{name} darf in {parent} nicht geschrieben werden. {kept} {elsewhere}</translation>
    </message>
    <message>
        <source>{name} could not be written ({why}). {kept} {elsewhere}</source>
        <translation>{name} konnte nicht geschrieben werden ({why}). {kept} {elsewhere}</translation>
    </message>
    <message>
        <source>{name} is a device, not a file, so nothing was written. Choose another name.</source>
        <translation>{name} ist ein Gerät und keine Datei, es wurde nichts geschrieben. Wählen Sie einen anderen Namen.</translation>
    </message>
    <message>
        <source>Reading pictures</source>
        <translation>Bilder werden gelesen</translation>
    </message>
    <message>
        <source>Choose one video, or several pictures. Nothing was added.</source>
        <translation>Wählen Sie ein Video, oder mehrere Bilder. Nichts wurde hinzugefügt.</translation>
    </message>
    <message>
        <source>Frame {index} of a clip can&apos;t be shown ({why}). Your work is kept. Hide its layer, or take another video.</source>
        <translation>Bild {index} eines Clips lässt sich nicht zeigen ({why}). Ihre Arbeit bleibt. Blenden Sie seine Ebene aus, oder nehmen Sie ein anderes Video.</translation>
    </message>
    <message>
        <source>{name} is damaged, or no video that can be read ({error}). Nothing was added.</source>
        <translation>{name} ist beschädigt oder kein lesbares Video ({error}). Nichts wurde hinzugefügt.</translation>
    </message>
    <message>
        <source>The depth map doesn&apos;t say what its numbers mean: metres, or nearness. Say so, and load it again.</source>
        <translation>Die Tiefenkarte sagt nicht, was ihre Zahlen bedeuten: Meter oder Nähe. Sagen Sie es, und laden Sie sie noch einmal.</translation>
    </message>
    <message>
        <source>The depth map holds no value that is known. Nothing was changed.</source>
        <translation>Die Tiefenkarte hat keinen bekannten Wert. Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>A depth map can be saved as {all}. {name} is none of these; nothing was written.</source>
        <translation>Eine Tiefenkarte lässt sich speichern als {all}. {name} ist nichts davon; es wurde nichts geschrieben.</translation>
    </message>
    <message>
        <source>{name} could not be written as {kind}.</source>
        <translation>{name} konnte nicht als {kind} geschrieben werden.</translation>
    </message>
    <message>
        <source>depth map</source>
        <translation>Tiefenkarte</translation>
    </message>
    <message>
        <source>{name} is damaged or no {kind} depth map ({why}). Nothing was changed.</source>
        <translation>{name} ist beschädigt oder keine {kind}-Tiefenkarte ({why}). Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>{name} is no layered picture Woodcock can read. It opens OpenRaster files, TIFFs of several pages, and folders or several pictures with transparent parts.</source>
        <translation>{name} ist kein Bild mit Ebenen, das Woodcock lesen kann. Es öffnet OpenRaster-Dateien, TIFFs mit mehreren Seiten, und Ordner oder mehrere Bilder mit durchsichtigen Teilen.</translation>
    </message>
    <message>
        <source>{name} is no kind of layered picture, so nothing was written. Choose a name that ends in .ora, .tif or .exr, or one without an ending for a folder of pictures.</source>
        <translation>{name} ist keine Art von Bild mit Ebenen, es wurde nichts geschrieben. Wählen Sie einen Namen, der auf .ora, .tif oder .exr endet, oder einen ohne Endung für einen Ordner mit Bildern.</translation>
    </message>
    <message>
        <source>a layer&apos;s picture lies beside the list</source>
        <translation>das Bild einer Ebene liegt neben der Liste</translation>
    </message>
    <message>
        <source>a layer has a known blend mode and an opacity from 0 to 1</source>
        <translation>eine Ebene hat einen bekannten Mischmodus und eine Deckkraft von 0 bis 1</translation>
    </message>
    <message>
        <source>a layer lies in the picture, or near it</source>
        <translation>eine Ebene liegt im Bild, oder nahe dabei</translation>
    </message>
    <message>
        <source>{name} holds no pictures. Nothing was opened.</source>
        <translation>{name} enthält keine Bilder. Nichts wurde geöffnet.</translation>
    </message>
    <message>
        <source>list of layers</source>
        <translation>Liste der Ebenen</translation>
    </message>
    <message>
        <source>{name} is no list of layers that can be read ({error}). Nothing was opened.</source>
        <translation>{name} ist keine lesbare Liste von Ebenen ({error}). Nichts wurde geöffnet.</translation>
    </message>
    <message>
        <source>The pictures are not all of one size: they were laid into the upper left corner. A {list} beside them would say where they belong.</source>
        <translation>Die Bilder sind nicht alle gleich groß: sie wurden in die linke obere Ecke gelegt. Eine {list} daneben würde sagen, wohin sie gehören.</translation>
    </message>
    <message>
        <source>{name} is a link to another place, which is not followed. Nothing was opened.</source>
        <translation>{name} ist ein Verweis an einen anderen Ort, dem nicht gefolgt wird. Nichts wurde geöffnet.</translation>
    </message>
    <message>
        <source>{name} is there already and not empty. Nothing was written. Choose another name.</source>
        <translation>{name} gibt es schon, und es ist nicht leer. Nichts wurde geschrieben. Wählen Sie einen anderen Namen.</translation>
    </message>
    <message>
        <source>Page {number}</source>
        <translation>Seite {number}</translation>
    </message>
    <message>
        <source>Nothing was opened. Save it with fewer or smaller layers.</source>
        <translation>Nichts wurde geöffnet. Speichern Sie es mit weniger oder kleineren Ebenen.</translation>
    </message>
    <message>
        <source>Layer {number} of {items}</source>
        <translation>Ebene {number} von {items}</translation>
    </message>
    <message numerus="yes">
        <source>{name} has %n layers; Woodcock opens up to {most}. {kept}</source>
        <translation>
            <numerusform>{name} hat %n Ebene; Woodcock öffnet bis zu {most}. {kept}</numerusform>
            <numerusform>{name} hat %n Ebenen; Woodcock öffnet bis zu {most}. {kept}</numerusform>
        </translation>
    </message>
    <message>
        <source>{name} has no layers. Nothing was opened.</source>
        <translation>{name} hat keine Ebenen. Nichts wurde geöffnet.</translation>
    </message>
    <message>
        <source>{name} has a layer of {width} x {height} pixels, which is more than {most} on a side, or nothing. {kept}</source>
        <translation>{name} hat eine Ebene von {width} x {height} Pixeln, mehr als {most} auf einer Seite, oder nichts. {kept}</translation>
    </message>
    <message>
        <source>The layers of {name} have {total:.0f} megapixels together; Woodcock opens up to {most:.0f}. {kept}</source>
        <translation>Die Ebenen von {name} haben zusammen {total:.0f} Megapixel; Woodcock öffnet bis zu {most:.0f}. {kept}</translation>
    </message>
    <message>
        <source>layered picture</source>
        <translation>Bild mit Ebenen</translation>
    </message>
    <message>
        <source>{name} is damaged, or no TIFF that can be read ({error}). Nothing was opened. Save it again where it came from.</source>
        <translation>{name} ist beschädigt oder kein lesbares TIFF ({error}). Nichts wurde geöffnet. Speichern Sie es noch einmal dort, wo es herkam.</translation>
    </message>
    <message>
        <source>look</source>
        <translation>Look</translation>
    </message>
    <message>
        <source>{name} was saved by a newer Woodcock (look format {version}; this one knows up to {known}). Nothing was changed. Update Woodcock to use it.</source>
        <translation>{name} wurde von einem neueren Woodcock gespeichert (Look-Format {version}; dieses kennt bis {known}). Nichts wurde geändert. Ein neueres Woodcock öffnet es.</translation>
    </message>
    <message>
        <source>{name} is no look. Nothing was changed.</source>
        <translation>{name} ist kein Look. Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>{name} is damaged, or no look. Nothing was changed. Look for another copy.</source>
        <translation>{name} ist beschädigt oder kein Look. Nichts wurde geändert. Suchen Sie eine andere Kopie.</translation>
    </message>
    <message>
        <source>The table in {name}</source>
        <translation>Die Tabelle in {name}</translation>
    </message>
    <message>
        <source>{name} is damaged. Nothing was changed.</source>
        <translation>{name} ist beschädigt. Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>{name} is damaged, or no OpenRaster file ({error}). Nothing was opened. Save it again where it came from.</source>
        <translation>{name} ist beschädigt oder keine OpenRaster-Datei ({error}). Nichts wurde geöffnet. Speichern Sie sie noch einmal dort, wo sie herkam.</translation>
    </message>
    <message>
        <source>“{name}” holds no picture and was left out.</source>
        <translation>„{name}“ enthält kein Bild und wurde weggelassen.</translation>
    </message>
    <message>
        <source>Woodcock doesn&apos;t blend by “{name}”: such layers are laid over plainly.</source>
        <translation>Woodcock mischt nicht mit „{name}“: solche Ebenen werden schlicht darübergelegt.</translation>
    </message>
    <message>
        <source>{name} is what this is made from, so it was not written over. Choose another name.</source>
        <translation>{name} ist das, woraus dies gemacht wird, und wurde nicht überschrieben. Wählen Sie einen anderen Namen.</translation>
    </message>
    <message>
        <source>{name} does not end in {suffix}, so nothing was written. Choose a name such as {other}.</source>
        <translation>{name} endet nicht auf {suffix}, es wurde nichts geschrieben. Wählen Sie einen Namen wie {other}.</translation>
    </message>
    <message>
        <source>picture</source>
        <translation>Bild</translation>
    </message>
    <message>
        <source>{name} is not a picture Woodcock can read. It opens JPEG, PNG, TIFF and WebP files.</source>
        <translation>{name} ist kein Bild, das Woodcock lesen kann. Es öffnet JPEG-, PNG-, TIFF- und WebP-Dateien.</translation>
    </message>
    <message>
        <source>{name} has {count:.0f} megapixels; Woodcock opens pictures of up to {most:.0f}. Make a smaller copy and open that.</source>
        <translation>{name} hat {count:.0f} Megapixel; Woodcock öffnet Bilder bis zu {most:.0f}. Machen Sie eine kleinere Kopie und öffnen Sie die.</translation>
    </message>
    <message>
        <source>{name} is packed as no photo is: {nbytes:.1f} MB for {count:.0f} megapixels. Nothing was opened. Make a copy of it as a plain JPEG.</source>
        <translation>{name} ist gepackt wie kein Foto: {nbytes:.1f} MB für {count:.0f} Megapixel. Nichts wurde geöffnet. Machen Sie eine Kopie als einfaches JPEG.</translation>
    </message>
    <message>
        <source>{name} is a {mode} picture, made for printing. Convert it to RGB (sRGB) first, and open that copy.</source>
        <translation>{name} ist ein {mode}-Bild, für den Druck gemacht. Wandeln Sie es zuerst in RGB (sRGB) um, und öffnen Sie diese Kopie.</translation>
    </message>
    <message>
        <source>{name} holds floating-point numbers, such as a depth map&apos;s. Load it as a depth map in Stage, or save it as an 8- or 16-bit picture first.</source>
        <translation>{name} enthält Gleitkommazahlen, wie die einer Tiefenkarte. Laden Sie es in der Bühne als Tiefenkarte, oder speichern Sie es zuerst als Bild mit 8 oder 16 Bit.</translation>
    </message>
    <message>
        <source>{name} is damaged or cut short and could not be read in full ({error}). Copy it again from where it came, and try once more.</source>
        <translation>{name} ist beschädigt oder abgeschnitten und war nicht ganz zu lesen ({error}). Kopieren Sie es noch einmal von dort, wo es herkam, und versuchen Sie es wieder.</translation>
    </message>
    <message>
        <source>{name} was changed by another program since it was opened or saved here. Nothing was written.</source>
        <translation>{name} wurde von einem anderen Programm geändert, seit es hier geöffnet oder gespeichert wurde. Nichts wurde geschrieben.</translation>
    </message>
    <message>
        <source>project file</source>
        <translation>Projektdatei</translation>
    </message>
    <message>
        <source>The last save of {name} was cut short or is damaged: this is how it was saved before.</source>
        <translation>Der letzte Stand von {name} ist abgeschnitten oder beschädigt: Dies ist der Stand davor.</translation>
    </message>
    <message>
        <source>{name} is damaged and can&apos;t be opened; it was left as it is. Look for an older copy of it.</source>
        <translation>{name} ist beschädigt und lässt sich nicht öffnen; es blieb, wie es war. Suchen Sie eine ältere Kopie davon.</translation>
    </message>
    <message>
        <source>{name} is damaged: there is no picture of it.</source>
        <translation>{name} ist beschädigt: es gibt kein Bild davon.</translation>
    </message>
    <message>
        <source>{name} is not a Woodcock project.</source>
        <translation>{name} ist kein Woodcock-Projekt.</translation>
    </message>
    <message>
        <source>{name} was saved by a newer Woodcock (format {version}; this one knows up to {known}). It was left as it is. Update Woodcock to open it.</source>
        <translation>{name} wurde von einem neueren Woodcock gespeichert (Format {version}; dieses kennt bis {known}). Es blieb, wie es war. Ein neueres Woodcock öffnet es.</translation>
    </message>
    <message>
        <source>{path} does not exist. Check the name, or look where it is.</source>
        <translation>{path} gibt es nicht. Prüfen Sie den Namen, oder sehen Sie nach, wo es ist.</translation>
    </message>
    <message>
        <source>{path} is a folder. Choose a {thing} in it.</source>
        <translation>{path} ist ein Ordner. Wählen Sie darin eine Datei dieser Art: {thing}.</translation>
    </message>
    <message>
        <source>{path} may not be read. Check its permissions.</source>
        <translation>{path} darf nicht gelesen werden. Prüfen Sie die Rechte daran.</translation>
    </message>
    <message>
        <source>{name} could not be read ({why}). Nothing was changed. Check the disk it lies on.</source>
        <translation>{name} konnte nicht gelesen werden ({why}). Nichts wurde geändert. Prüfen Sie den Datenträger, auf dem es liegt.</translation>
    </message>
    <message>
        <source>{name} is a device, not a file. Choose a {thing}.</source>
        <translation>{name} ist ein Gerät und keine Datei. Wählen Sie eine Datei dieser Art: {thing}.</translation>
    </message>
    <message>
        <source>{name} is larger than {most} MB. Nothing was added. Cut it to the part that is needed.</source>
        <translation>{name} ist größer als {most} MB. Nichts wurde hinzugefügt. Kürzen Sie es auf den Teil, der gebraucht wird.</translation>
    </message>
    <message>
        <source>{name} is a file, and pictures go into a folder. Nothing was written. Choose another name.</source>
        <translation>{name} ist eine Datei, und Bilder kommen in einen Ordner. Nichts wurde geschrieben. Wählen Sie einen anderen Namen.</translation>
    </message>
    <message>
        <source>Frame {written} of {count}</source>
        <translation>Bild {written} von {count}</translation>
    </message>
    <message>
        <source>{name} is no sound that Woodcock reads: WAV, FLAC, MP3, Ogg, AAC and AIFF, or the sound of a video. Nothing was added.</source>
        <translation>{name} ist kein Ton, den Woodcock liest: WAV, FLAC, MP3, Ogg, AAC und AIFF, oder der Ton eines Videos. Nichts wurde hinzugefügt.</translation>
    </message>
    <message>
        <source>Reading a sound</source>
        <translation>Ein Ton wird gelesen</translation>
    </message>
    <message>
        <source>{name} is damaged, or no sound that can be read. Nothing was added.</source>
        <translation>{name} ist beschädigt oder kein lesbarer Ton. Nichts wurde hinzugefügt.</translation>
    </message>
    <message>
        <source>{name} holds no sound. Nothing was added.</source>
        <translation>{name} enthält keinen Ton. Nichts wurde hinzugefügt.</translation>
    </message>
    <message>
        <source>A sound</source>
        <translation>Ein Ton</translation>
    </message>
    <message>
        <source>{name} is damaged, or no sound that can be read ({error}). Nothing was added.</source>
        <translation>{name} ist beschädigt oder kein lesbarer Ton ({error}). Nichts wurde hinzugefügt.</translation>
    </message>
    <message>
        <source>{name} could not be encoded ({error}). Nothing was left behind. Try another frame size.</source>
        <translation>{name} konnte nicht kodiert werden ({error}). Nichts blieb zurück. Versuchen Sie eine andere Größe des Rahmens.</translation>
    </message>
    <message>
        <source>{name} is damaged, or no video that can be read. Nothing was added.</source>
        <translation>{name} ist beschädigt oder kein lesbares Video. Nichts wurde hinzugefügt.</translation>
    </message>
    <message>
        <source>{name} is no video that Woodcock reads: MP4, MOV, WebM, Matroska, AVI and GIF. Nothing was added.</source>
        <translation>{name} ist kein Video, das Woodcock liest: MP4, MOV, WebM, Matroska, AVI und GIF. Nichts wurde hinzugefügt.</translation>
    </message>
    <message>
        <source>{name} has frames of {width} x {height} pixels. Nothing was added. Make a copy with frames of up to 8192 x 4320.</source>
        <translation>{name} hat Bilder von {width} x {height} Pixeln. Nichts wurde hinzugefügt. Machen Sie eine Kopie mit Bildern bis zu 8192 x 4320.</translation>
    </message>
    <message>
        <source>Reading the video</source>
        <translation>Das Video wird gelesen</translation>
    </message>
    <message>
        <source>{name} is cut short: only {end:.1f} s of it are there. Nothing was added. Copy it again from where it came.</source>
        <translation>{name} ist abgeschnitten: nur {end:.1f} s davon sind da. Nichts wurde hinzugefügt. Kopieren Sie es noch einmal von dort, wo es herkam.</translation>
    </message>
    <message>
        <source>A clip</source>
        <translation>Ein Clip</translation>
    </message>
    <message>
        <source>Reading a clip</source>
        <translation>Ein Clip wird gelesen</translation>
    </message>
    <message>
        <source>what flies is one of {all}</source>
        <translation>was fliegt, ist eines von {all}</translation>
    </message>
    <message>
        <source>what flies is 0.05 to 1000 mm wide, the smallest first</source>
        <translation>was fliegt, ist 0,05 bis 1000 mm breit, das kleinste zuerst</translation>
    </message>
    <message>
        <source>a shutter is open for 0 to 360 degrees</source>
        <translation>ein Verschluss ist 0 bis 360 Grad offen</translation>
    </message>
    <message>
        <source>banks of mist are 0.05 m to 10 km wide</source>
        <translation>Nebelbänke sind 0,05 m bis 10 km breit</translation>
    </message>
    <message>
        <source>mist thins out over 0 m to 10 km</source>
        <translation>Nebel wird über 0 m bis 10 km dünner</translation>
    </message>
    <message>
        <source>air reaches from 0 m to 100 km, near before far</source>
        <translation>Luft reicht von 0 m bis 100 km, nah vor fern</translation>
    </message>
    <message>
        <source>what hangs on a carrier does so by a matrix of 16 numbers</source>
        <translation>was an einem Träger hängt, tut es mit einer Matrix von 16 Zahlen</translation>
    </message>
    <message>
        <source>H.264 in MP4</source>
        <translation>H.264 in MP4</translation>
    </message>
    <message>
        <source>H.265 in MP4</source>
        <translation>H.265 in MP4</translation>
    </message>
    <message>
        <source>ProRes 422 HQ in MOV</source>
        <translation>ProRes 422 HQ in MOV</translation>
    </message>
    <message>
        <source>ProRes 4444 in MOV</source>
        <translation>ProRes 4444 in MOV</translation>
    </message>
    <message>
        <source>VP9 in WebM or MKV</source>
        <translation>VP9 in WebM oder MKV</translation>
    </message>
    <message>
        <source>AV1 in WebM or MKV</source>
        <translation>AV1 in WebM oder MKV</translation>
    </message>
    <message>
        <source>Animated WebP</source>
        <translation>Bewegtes WebP</translation>
    </message>
    <message>
        <source>Animated PNG</source>
        <translation>Bewegtes PNG</translation>
    </message>
    <message>
        <source>PNG pictures</source>
        <translation>PNG-Bilder</translation>
    </message>
    <message>
        <source>TIFF pictures</source>
        <translation>TIFF-Bilder</translation>
    </message>
    <message>
        <source>OpenEXR pictures</source>
        <translation>OpenEXR-Bilder</translation>
    </message>
    <message>
        <source>a delivery&apos;s format is one of {all}</source>
        <translation>das Format einer Lieferung ist eines von {all}</translation>
    </message>
    <message>
        <source>a delivery shows one of {all}</source>
        <translation>eine Lieferung zeigt eines von {all}</translation>
    </message>
    <message>
        <source>a delivery&apos;s shape is one of {all}</source>
        <translation>die Form einer Lieferung ist eine von {all}</translation>
    </message>
    <message>
        <source>colours are dithered by one of {all}</source>
        <translation>Farben werden gerastert mit einem von {all}</translation>
    </message>
    <message>
        <source> or </source>
        <translation> oder </translation>
    </message>
    <message>
        <source>{title} holds {there} bits a colour</source>
        <translation>{title} hat {there} Bit je Farbe</translation>
    </message>
    <message>
        <source>{title} holds no transparency</source>
        <translation>{title} hat keine Transparenz</translation>
    </message>
    <message>
        <source>a delivery&apos;s shorter side has 16 to {most} pixels</source>
        <translation>die kürzere Seite einer Lieferung hat 16 bis {most} Pixel</translation>
    </message>
    <message>
        <source>the frame rate must be one of {all}</source>
        <translation>die Bildrate muss eine von {all} sein</translation>
    </message>
    <message>
        <source>a part of the clip ends after it starts</source>
        <translation>ein Teil des Clips endet, nachdem er beginnt</translation>
    </message>
    <message>
        <source>quality runs from 0 to 100</source>
        <translation>die Qualität geht von 0 bis 100</translation>
    </message>
    <message>
        <source>a loop is played 1 to 1000 times, or for ever (0)</source>
        <translation>eine Schleife wird 1 bis 1000 mal gespielt, oder ohne Ende (0)</translation>
    </message>
    <message>
        <source>two eyes are 0 to {most:g} m apart</source>
        <translation>zwei Augen sind 0 bis {most:g} m auseinander</translation>
    </message>
    <message>
        <source>the plane that no eye sees displaced lies 0.05 m to 100 km away</source>
        <translation>die Ebene, die kein Auge verschoben sieht, liegt 0,05 m bis 100 km weit weg</translation>
    </message>
    <message>
        <source>a curve goes through 2 to {most} points</source>
        <translation>eine Kurve geht durch 2 bis {most} Punkte</translation>
    </message>
    <message>
        <source>a curve&apos;s points lie one after the other</source>
        <translation>die Punkte einer Kurve liegen einer nach dem anderen</translation>
    </message>
    <message>
        <source>a curve&apos;s points lie between 0 and 1</source>
        <translation>die Punkte einer Kurve liegen zwischen 0 und 1</translation>
    </message>
    <message>
        <source>a layer leans by at most {most:g} degrees</source>
        <translation>eine Ebene neigt sich um höchstens {most:g} Grad</translation>
    </message>
    <message>
        <source>a picture is shown at 0.5 to 10,000 per cent of its size</source>
        <translation>ein Bild wird mit 0,5 bis 10.000 Prozent seiner Größe gezeigt</translation>
    </message>
    <message>
        <source>a layer is blended by one of {all}</source>
        <translation>eine Ebene wird gemischt mit einem von {all}</translation>
    </message>
    <message>
        <source>the background can&apos;t be on the glass</source>
        <translation>der Hintergrund kann nicht auf dem Glas sein</translation>
    </message>
    <message>
        <source>a distance lies between 0.05 m and 100 km</source>
        <translation>ein Abstand liegt zwischen 0,05 m und 100 km</translation>
    </message>
    <message>
        <source>a layer is stretched to between a tenth and ten times its size</source>
        <translation>eine Ebene wird auf ein Zehntel bis zum Zehnfachen ihrer Größe gestreckt</translation>
    </message>
    <message>
        <source>a flare has up to 32 streaks and 16 ghosts</source>
        <translation>ein Reflex hat bis zu 32 Streifen und 16 Geister</translation>
    </message>
    <message>
        <source>a bolt is between 0.05 m and 100 km away</source>
        <translation>ein Strahl ist zwischen 0,05 m und 100 km weit weg</translation>
    </message>
    <message>
        <source>a flash is one of {all}</source>
        <translation>ein Blitz ist eines von {all}</translation>
    </message>
    <message>
        <source>waves are 0.1 to 20 times as wide as high, 0 to 100 % stiller</source>
        <translation>Wellen sind 0,1 bis 20 mal so breit wie hoch, 0 bis 100 % ruhiger</translation>
    </message>
    <message>
        <source>an area has three corners or more</source>
        <translation>eine Fläche hat drei Ecken oder mehr</translation>
    </message>
    <message>
        <source>the keys of a look lie within an hour</source>
        <translation>die Schlüssel eines Looks liegen innerhalb einer Stunde</translation>
    </message>
    <message>
        <source>the plane that no eye sees displaced lies 0.05 m away or farther</source>
        <translation>die Ebene, die kein Auge verschoben sieht, liegt 0,05 m oder weiter weg</translation>
    </message>
    <message>
        <source>an iris is round or has 5 to 9 blades</source>
        <translation>eine Blende ist rund oder hat 5 bis 9 Lamellen</translation>
    </message>
    <message>
        <source>a blur grows over 1 to 500 per cent of the photo&apos;s height</source>
        <translation>eine Unschärfe wächst über 1 bis 500 Prozent der Höhe des Fotos</translation>
    </message>
    <message>
        <source>a frame is between 16 and 8192 pixels on each side</source>
        <translation>ein Rahmen ist auf jeder Seite zwischen 16 und 8192 Pixel groß</translation>
    </message>
    <message>
        <source>a clip is longer than 0 and at most 600 seconds</source>
        <translation>ein Clip ist länger als 0 und höchstens 600 Sekunden lang</translation>
    </message>
    <message>
        <source>a picture is held for 1 to {most} frames</source>
        <translation>ein Bild wird 1 bis {most} Bilder lang gehalten</translation>
    </message>
    <message>
        <source>sway goes up to 1 m and 20 degrees, up to 10 times a second</source>
        <translation>Schwanken geht bis 1 m und 20 Grad, bis zu 10 mal je Sekunde</translation>
    </message>
    <message>
        <source>a layer moves as one of {all}</source>
        <translation>eine Ebene bewegt sich als eines von {all}</translation>
    </message>
    <message>
        <source>a layer swings by up to 80 degrees, up to 20 times a second</source>
        <translation>eine Ebene schwingt bis zu 80 Grad, bis zu 20 mal je Sekunde</translation>
    </message>
    <message>
        <source>a drift blends between 2 and 50 per cent of the picture</source>
        <translation>eine Drift verblendet zwischen 2 und 50 Prozent des Bildes</translation>
    </message>
    <message>
        <source>a focal length lies between 4 and 1000 mm</source>
        <translation>eine Brennweite liegt zwischen 4 und 1000 mm</translation>
    </message>
    <message>
        <source>a sensor is 1 to 100 mm wide</source>
        <translation>ein Sensor ist 1 bis 100 mm breit</translation>
    </message>
    <message>
        <source>the lens can only aim at what is before it</source>
        <translation>das Objektiv kann nur auf etwas zielen, das davor ist</translation>
    </message>
    <message>
        <source>what keeps its size must be before the lens</source>
        <translation>was seine Größe behält, muss vor dem Objektiv sein</translation>
    </message>
    <message>
        <source>a depth map reaches from 0.05 m to 100 km, near before far</source>
        <translation>eine Tiefenkarte reicht von 0,05 m bis 100 km, nah vor fern</translation>
    </message>
    <message>
        <source>a project with a photo has exactly one background layer</source>
        <translation>ein Projekt mit einem Foto hat genau eine Hintergrundebene</translation>
    </message>
    <message>
        <source>two things share an id</source>
        <translation>zwei Dinge haben dieselbe Kennung</translation>
    </message>
    <message>
        <source>what hangs on a carrier must end at one that hangs on none, after up to {most} others</source>
        <translation>was an einem Träger hängt, muss an einem enden, der an keinem hängt, nach bis zu {most} anderen</translation>
    </message>
    <message>
        <source>a shape is one of {all}</source>
        <translation>eine Form ist eine von {all}</translation>
    </message>
    <message>
        <source>a shape shows a hundredth to a hundred times the photo</source>
        <translation>eine Form zeigt ein Hundertstel bis zum Hundertfachen des Fotos</translation>
    </message>
    <message>
        <source>a sound lasts up to an hour</source>
        <translation>ein Ton dauert bis zu einer Stunde</translation>
    </message>
    <message>
        <source>a sound is one of {all}</source>
        <translation>ein Ton ist einer von {all}</translation>
    </message>
    <message>
        <source>a sound is made for 0.2 to 600 seconds, by 0 to 100 %</source>
        <translation>ein Ton wird für 0,2 bis 600 Sekunden gemacht, zu 0 bis 100 %</translation>
    </message>
    <message>
        <source>a fade is one of {all}</source>
        <translation>eine Blende ist eine von {all}</translation>
    </message>
    <message>
        <source>a sound is heard for up to an hour</source>
        <translation>ein Ton ist bis zu einer Stunde zu hören</translation>
    </message>
    <message>
        <source>a sound begins within its source</source>
        <translation>ein Ton beginnt innerhalb seiner Quelle</translation>
    </message>
    <message>
        <source>a fade lasts some time, or none</source>
        <translation>eine Blende dauert einige Zeit, oder keine</translation>
    </message>
    <message>
        <source>a texture is one of {all}</source>
        <translation>eine Textur ist eine von {all}</translation>
    </message>
    <message>
        <source>a texture has 0 to 10 times the usual, 0.1 to 10 times as large</source>
        <translation>eine Textur hat 0 bis 10 mal das Übliche, 0,1 bis 10 mal so groß</translation>
    </message>
    <message>
        <source>a texture changes up to 60 times a second, by up to 2 heights</source>
        <translation>eine Textur wechselt bis zu 60 mal je Sekunde, um bis zu 2 Höhen</translation>
    </message>
    <message>
        <source>a title is aligned left, centre or right, by all, words or letters</source>
        <translation>ein Titel ist links, mittig oder rechts ausgerichtet, im Ganzen, nach Worten oder Buchstaben</translation>
    </message>
    <message>
        <source>a title has letters of 1 to 20,000 pixels and up to 2000 of them</source>
        <translation>ein Titel hat Buchstaben von 1 bis 20.000 Pixeln und bis zu 2000 davon</translation>
    </message>
    <message>
        <source>outline and shadow reach up to 2000 pixels</source>
        <translation>Umriss und Schatten reichen bis zu 2000 Pixel</translation>
    </message>
    <message>
        <source>a card is a rectangle, rounded or an ellipse; plain or a gradient</source>
        <translation>eine Karte ist ein Rechteck, abgerundet oder eine Ellipse; schlicht oder ein Verlauf</translation>
    </message>
    <message>
        <source>a card is 1 to 200,000 pixels wide and high</source>
        <translation>eine Karte ist 1 bis 200.000 Pixel breit und hoch</translation>
    </message>
    <message>
        <source>a gradient has stops in order, from 0 to 1</source>
        <translation>ein Verlauf hat seine Farben der Reihe nach, von 0 bis 1</translation>
    </message>
    <message>
        <source>after a clip comes one of {all}</source>
        <translation>nach einem Clip kommt eines von {all}</translation>
    </message>
    <message>
        <source>a clip has one video, or a picture for each of its frames</source>
        <translation>ein Clip hat ein Video, oder ein Bild für jedes seiner Bilder</translation>
    </message>
    <message>
        <source>a clip is shown at 0.5 to 10,000 per cent, up to 20 times as fast</source>
        <translation>ein Clip wird mit 0,5 bis 10.000 Prozent gezeigt, bis zu 20 mal so schnell</translation>
    </message>
    <message>
        <source>an easing is one of {all}</source>
        <translation>ein Verlauf ist einer von {all}</translation>
    </message>
    <message>
        <source>hunting goes beyond by 0 to 100 per cent of the way</source>
        <translation>Pumpen geht um 0 bis 100 Prozent des Weges darüber hinaus</translation>
    </message>
    <message>
        <source>an easing&apos;s x1 and x2 must lie between 0 and 1</source>
        <translation>x1 und x2 eines Verlaufs müssen zwischen 0 und 1 liegen</translation>
    </message>
    <message>
        <source>Linear</source>
        <translation>Linear</translation>
    </message>
    <message>
        <source>Ease in</source>
        <translation>Sanft los</translation>
    </message>
    <message>
        <source>Ease out</source>
        <translation>Sanft aus</translation>
    </message>
    <message>
        <source>Ease in and out</source>
        <translation>Sanft los und aus</translation>
    </message>
    <message>
        <source>Overshoot</source>
        <translation>Überschwingen</translation>
    </message>
    <message>
        <source>Spring</source>
        <translation>Feder</translation>
    </message>
    <message>
        <source>Hold</source>
        <translation>Halten</translation>
    </message>
    <message>
        <source>after its last key a track does one of {all}</source>
        <translation>nach ihrem letzten Schlüssel tut eine Spur eines von {all}</translation>
    </message>
    <message>
        <source>a track&apos;s keys must be in order of time, one at a time</source>
        <translation>die Schlüssel einer Spur müssen der Zeit nach geordnet sein, einer zu einer Zeit</translation>
    </message>
    <message>
        <source>{name} lies between {low:g} and {high:g}</source>
        <translation>{name} liegt zwischen {low:g} und {high:g}</translation>
    </message>
    <message>
        <source>{name} must be a finite number</source>
        <translation>{name} muss eine endliche Zahl sein</translation>
    </message>
    <message>
        <source>The model {name} is not where the preferences say, or too large. Nothing was changed. Choose it again there, or clear the field to use what ships.</source>
        <translation>Das Modell {name} ist nicht dort, wo die Einstellungen sagen, oder zu groß. Nichts wurde geändert. Wählen Sie es dort neu, oder leeren Sie das Feld, um zu nehmen, was dabei ist.</translation>
    </message>
    <message>
        <source>{name} could not be run as a model for pictures ({why}). Nothing was changed. It must {wants}.</source>
        <translation>{name} ließ sich nicht als Modell für Bilder ausführen ({why}). Nichts wurde geändert. Es muss {wants}.</translation>
    </message>
    <message>
        <source>{name} gave an answer of shape {shape}. Nothing was changed. It must {wants}.</source>
        <translation>{name} gab eine Antwort der Form {shape}. Nichts wurde geändert. Es muss {wants}.</translation>
    </message>
    <message>
        <source>Telling the edges</source>
        <translation>Ränder werden erkannt</translation>
    </message>
    <message>
        <source>Enlarging the photo</source>
        <translation>Das Foto wird vergrößert</translation>
    </message>
    <message>
        <source>take one picture of 3 x {side} x {side} (RGB, 0 to 1) and give a larger one</source>
        <translation>ein Bild von 3 x {side} x {side} (RGB, 0 bis 1) nehmen und ein größeres geben</translation>
    </message>
    <message>
        <source>Asking {name}</source>
        <translation>{name} wird gefragt</translation>
    </message>
    <message>
        <source>Filling the holes</source>
        <translation>Löcher werden gefüllt</translation>
    </message>
    <message>
        <source>Stacking what is behind</source>
        <translation>Was dahinter ist, wird gestapelt</translation>
    </message>
    <message>
        <source>Blending in</source>
        <translation>Wird eingeblendet</translation>
    </message>
    <message>
        <source>Stacking the plates</source>
        <translation>Platten werden gestapelt</translation>
    </message>
    <message>
        <source>Getting the picture ready</source>
        <translation>Das Bild wird bereitgemacht</translation>
    </message>
    <message>
        <source>Preparing the photo</source>
        <translation>Das Foto wird vorbereitet</translation>
    </message>
    <message>
        <source>Finding what the move reveals</source>
        <translation>Was die Bewegung zeigt, wird gesucht</translation>
    </message>
    <message>
        <source>Preparing what stands on the stage</source>
        <translation>Was auf der Bühne steht, wird vorbereitet</translation>
    </message>
    <message>
        <source>A mask for this photo is {height} rows of {width} 8-bit values; this one is {shape} {dtype}. Nothing was cut.</source>
        <translation>Eine Maske für dieses Foto hat {height} Zeilen von {width} 8-Bit-Werten; diese ist {shape} {dtype}. Nichts wurde geschnitten.</translation>
    </message>
    <message>
        <source>No subject was found in this photo. Nothing was cut.</source>
        <translation>In diesem Foto wurde kein Motiv gefunden. Nichts wurde geschnitten.</translation>
    </message>
    <message>
        <source>There is no depth map yet. Estimate one, or load one, first.</source>
        <translation>Es gibt noch keine Tiefenkarte. Schätzen oder laden Sie zuerst eine.</translation>
    </message>
    <message>
        <source>There is no move called {move}. There are: {all}.</source>
        <translation>Es gibt keine Bewegung namens {move}. Es gibt: {all}.</translation>
    </message>
    <message>
        <source>There is no shape called {shape}. There are: {there}.</source>
        <translation>Es gibt keine Form namens {shape}. Es gibt: {there}.</translation>
    </message>
    <message>
        <source>Layers have 8 or 16 bits a colour, not {bits}. Nothing was written.</source>
        <translation>Ebenen haben 8 oder 16 Bit je Farbe, nicht {bits}. Nichts wurde geschrieben.</translation>
    </message>
    <message>
        <source>Edges are one of {all}. Nothing was written.</source>
        <translation>Ränder sind eines von {all}. Nichts wurde geschrieben.</translation>
    </message>
    <message>
        <source>take one picture of 3 x {side} x {side} and give one number a pixel</source>
        <translation>ein Bild von 3 x {side} x {side} nehmen und eine Zahl je Pixel geben</translation>
    </message>
    <message>
        <source>Finding fine edges</source>
        <translation>Feine Ränder werden gesucht</translation>
    </message>
    <message>
        <source>Near</source>
        <translation>Nah</translation>
    </message>
    <message>
        <source>Ground</source>
        <translation>Boden</translation>
    </message>
    <message>
        <source>Middle</source>
        <translation>Mitte</translation>
    </message>
    <message>
        <source>Far</source>
        <translation>Fern</translation>
    </message>
    <message>
        <source>Sky</source>
        <translation>Himmel</translation>
    </message>
    <message>
        <source>Looking for near and far</source>
        <translation>Nah und fern werden gesucht</translation>
    </message>
    <message>
        <source>Finding what stands near</source>
        <translation>Was nah steht, wird gesucht</translation>
    </message>
    <message>
        <source>Fitting the edge</source>
        <translation>Der Rand wird angepasst</translation>
    </message>
    <message>
        <source>There is no photo to cut yet. Open one first.</source>
        <translation>Es gibt noch kein Foto zu schneiden. Öffnen Sie zuerst eines.</translation>
    </message>
    <message>
        <source>A photo is cut into up to {most} layers. Delete one that is no longer needed.</source>
        <translation>Ein Foto wird in bis zu {most} Ebenen geschnitten. Löschen Sie eine, die nicht mehr gebraucht wird.</translation>
    </message>
    <message>
        <source>There is no photo to lay a picture on yet. Open one first.</source>
        <translation>Es gibt noch kein Foto, auf das ein Bild zu legen wäre. Öffnen Sie zuerst eines.</translation>
    </message>
    <message>
        <source>The stage holds up to {most} things. Delete one that is no longer needed.</source>
        <translation>Die Bühne fasst bis zu {most} Dinge. Löschen Sie eines, das nicht mehr gebraucht wird.</translation>
    </message>
    <message>
        <source>{name} is locked. Unlock it to change it.</source>
        <translation>{name} ist gesperrt. Entsperren Sie es, um es zu ändern.</translation>
    </message>
    <message>
        <source>The background holds what no layer claims; it can&apos;t be deleted.</source>
        <translation>Der Hintergrund hat, was keine Ebene beansprucht; er lässt sich nicht löschen.</translation>
    </message>
    <message>
        <source>The background is what no layer claims; it can&apos;t be duplicated.</source>
        <translation>Der Hintergrund ist, was keine Ebene beansprucht; er lässt sich nicht verdoppeln.</translation>
    </message>
    <message>
        <source>{name} copy</source>
        <translation>{name} Kopie</translation>
    </message>
    <message>
        <source>The layer was deleted before the stroke was done. Nothing was changed.</source>
        <translation>Die Ebene wurde gelöscht, bevor der Strich fertig war. Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>{name} was cut from the photo: it can&apos;t stand behind the background ({distance:.3g} m), which shows what it hides. Its distance is as it was. Move the background farther away first.</source>
        <translation>{name} ist aus dem Foto geschnitten: sie kann nicht hinter dem Hintergrund stehen ({distance:.3g} m), der zeigt, was sie verdeckt. Ihr Abstand ist, wie er war. Stellen Sie zuerst den Hintergrund weiter weg.</translation>
    </message>
    <message>
        <source>The background shows what cut layers hide, so it stands behind them (here farther than {low:.3g} m). Its distance is as it was. Move them nearer first.</source>
        <translation>Der Hintergrund zeigt, was geschnittene Ebenen verdecken, also steht er hinter ihnen (hier weiter als {low:.3g} m). Sein Abstand ist, wie er war. Stellen Sie die Ebenen zuerst näher.</translation>
    </message>
    <message>
        <source>Drizzle</source>
        <translation>Niesel</translation>
    </message>
    <message>
        <source>Rain</source>
        <translation>Regen</translation>
    </message>
    <message>
        <source>Snow</source>
        <translation>Schnee</translation>
    </message>
    <message>
        <source>Heavy snow</source>
        <translation>Schneetreiben</translation>
    </message>
    <message>
        <source>Dust</source>
        <translation>Staub</translation>
    </message>
    <message>
        <source>Embers</source>
        <translation>Funken</translation>
    </message>
    <message>
        <source>Leaves</source>
        <translation>Blätter</translation>
    </message>
    <message>
        <source>Petals</source>
        <translation>Blüten</translation>
    </message>
    <message>
        <source>Ground mist</source>
        <translation>Bodennebel</translation>
    </message>
    <message>
        <source>Fog banks</source>
        <translation>Nebelbänke</translation>
    </message>
    <message>
        <source>There is no photo to fill with air. Open one first.</source>
        <translation>Es gibt kein Foto, das mit Luft zu füllen wäre. Öffnen Sie zuerst eines.</translation>
    </message>
    <message>
        <source>There can be up to {most} airs. Delete one first.</source>
        <translation>Es kann bis zu {most} mal Luft geben. Löschen Sie zuerst eine.</translation>
    </message>
    <message>
        <source>{name} is no air in which anything flies.</source>
        <translation>{name} ist keine Luft, in der etwas fliegt.</translation>
    </message>
    <message>
        <source>Three things or more can be distributed. Choose them in the list.</source>
        <translation>Verteilen lassen sich drei Dinge oder mehr. Wählen Sie sie in der Liste.</translation>
    </message>
    <message>
        <source>The background is the photo itself; it can&apos;t be mirrored.</source>
        <translation>Der Hintergrund ist das Foto selbst; er lässt sich nicht spiegeln.</translation>
    </message>
    <message>
        <source>no layers</source>
        <translation>keine Ebenen</translation>
    </message>
    <message>
        <source>no depth to speak of</source>
        <translation>keine nennenswerte Tiefe</translation>
    </message>
    <message>
        <source>{near:.2g} to {farthest:.2g} m</source>
        <translation>{near:.2g} bis {farthest:.2g} m</translation>
    </message>
    <message>
        <source>, relief for {all}</source>
        <translation>, Relief für {all}</translation>
    </message>
    <message>
        <source>as asked for</source>
        <translation>wie gewünscht</translation>
    </message>
    <message>
        <source>Only what was cut from the photo, or a picture, can be bent.</source>
        <translation>Biegen lässt sich nur, was aus dem Foto geschnitten ist, oder ein Bild.</translation>
    </message>
    <message>
        <source>A layer that drifts can&apos;t be bent. Stop its drift first.</source>
        <translation>Eine Ebene, die driftet, lässt sich nicht biegen. Halten Sie zuerst ihre Drift an.</translation>
    </message>
    <message>
        <source>A layer takes up to {most} pins. Take one away first.</source>
        <translation>Eine Ebene hat bis zu {most} Nadeln. Nehmen Sie zuerst eine weg.</translation>
    </message>
    <message>
        <source>A carrier can&apos;t hang on itself, nor on what hangs on it.</source>
        <translation>Ein Träger kann nicht an sich selbst hängen, noch an dem, was an ihm hängt.</translation>
    </message>
    <message>
        <source>There is nothing to carry yet. Open a photo first.</source>
        <translation>Es gibt noch nichts zu tragen. Öffnen Sie zuerst ein Foto.</translation>
    </message>
    <message>
        <source>Choose what the carrier is to carry first.</source>
        <translation>Wählen Sie zuerst, was der Träger tragen soll.</translation>
    </message>
    <message>
        <source>Carrier {number}</source>
        <translation>Träger {number}</translation>
    </message>
    <message>
        <source>as nothing tells near from far</source>
        <translation>da nichts Nah von Fern unterscheidet</translation>
    </message>
    <message>
        <source>as lines run away from the lens</source>
        <translation>da Linien vom Objektiv weg laufen</translation>
    </message>
    <message>
        <source>as the frame is high</source>
        <translation>da der Rahmen hoch ist</translation>
    </message>
    <message>
        <source>as a border cuts the subject</source>
        <translation>da ein Rand das Motiv schneidet</translation>
    </message>
    <message>
        <source>as the subject stands free in the middle</source>
        <translation>da das Motiv frei in der Mitte steht</translation>
    </message>
    <message>
        <source>as a subject stands before far things</source>
        <translation>da ein Motiv vor Fernem steht</translation>
    </message>
    <message>
        <source>as there is no one subject</source>
        <translation>da es kein einzelnes Motiv gibt</translation>
    </message>
    <message>
        <source>What is there belongs to {name} already, so no layer was cut. Choose Split to cut it out of {name}, or hide {name} first.</source>
        <translation>Was dort ist, gehört schon zu {name}, es wurde also keine Ebene geschnitten. Wählen Sie Teilen, um es aus {name} zu schneiden, oder blenden Sie {name} zuerst aus.</translation>
    </message>
    <message>
        <source>What stands out in this photo has a layer already. Nothing was cut; paint over another thing to cut it.</source>
        <translation>Was in diesem Foto hervorsticht, hat schon eine Ebene. Nichts wurde geschnitten; malen Sie über ein anderes Ding, um es zu schneiden.</translation>
    </message>
    <message>
        <source>Nothing stands out in this photo. Nothing was cut; paint over a thing to cut it.</source>
        <translation>In diesem Foto sticht nichts hervor. Nichts wurde geschnitten; malen Sie über ein Ding, um es zu schneiden.</translation>
    </message>
    <message>
        <source>The clip ends at {seconds:g} s, so no part of it begins at {start:g} s. Nothing was written.</source>
        <translation>Der Clip endet bei {seconds:g} s, also beginnt kein Teil von ihm bei {start:g} s. Nichts wurde geschrieben.</translation>
    </message>
    <message>
        <source>{first}{why}. Nothing was written.</source>
        <translation>{first}{why}. Nichts wurde geschrieben.</translation>
    </message>
    <message>
        <source>{file} can&apos;t be written ({why}). Nothing else was changed.</source>
        <translation>{file} lässt sich nicht schreiben ({why}). Sonst wurde nichts geändert.</translation>
    </message>
    <message numerus="yes">
        <source>The %n oldest acts can&apos;t be undone any more: undo had no room left ({undo_bytes:,.0f} MB, {freed:,.0f} MB are free again).</source>
        <translation>
            <numerusform>Der älteste Schritt lässt sich nicht mehr rückgängig machen: der Platz reichte nicht ({undo_bytes:,.0f} MB, {freed:,.0f} MB sind wieder frei).</numerusform>
            <numerusform>Die %n ältesten Schritte lassen sich nicht mehr rückgängig machen: der Platz reichte nicht ({undo_bytes:,.0f} MB, {freed:,.0f} MB sind wieder frei).</numerusform>
        </translation>
    </message>
    <message>
        <source>Enlarged {factor:.2g} times the photo would have {size:.0f} megapixels; at most {most:.0f} are possible. Nothing was changed.</source>
        <translation>{factor:.2g} mal vergrößert hätte das Foto {size:.0f} Megapixel; möglich sind höchstens {most:.0f}. Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>Enlarging the layers</source>
        <translation>Ebenen werden vergrößert</translation>
    </message>
    <message>
        <source>Making a few frames on trial</source>
        <translation>Ein paar Bilder auf Probe</translation>
    </message>
    <message>
        <source>Nothing tells near from far in this photo, so no layers were cut.</source>
        <translation>In diesem Foto unterscheidet nichts Nah von Fern, es wurden also keine Ebenen geschnitten.</translation>
    </message>
    <message>
        <source>Drawing {name}</source>
        <translation>{name} wird gezeichnet</translation>
    </message>
    <message>
        <source>The folder for unsaved work can&apos;t be written.</source>
        <translation>Der Ordner für ungespeicherte Arbeit lässt sich nicht beschreiben.</translation>
    </message>
    <message>
        <source>What was kept of this work is damaged and can&apos;t be opened. Open the project as it was saved last.</source>
        <translation>Was von dieser Arbeit behalten wurde, ist beschädigt und lässt sich nicht öffnen. Öffnen Sie das Projekt, wie es zuletzt gespeichert wurde.</translation>
    </message>
    <message>
        <source>What you do can&apos;t be kept for the case of a crash: {problem} Save your work.</source>
        <translation>Was Sie tun, lässt sich für den Fall eines Absturzes nicht behalten: {problem} Speichern Sie Ihre Arbeit.</translation>
    </message>
    <message>
        <source>What you do is kept again for the case of a crash.</source>
        <translation>Was Sie tun, wird für den Fall eines Absturzes wieder behalten.</translation>
    </message>
    <message>
        <source>What was kept of its project is gone or damaged. Queue it anew.</source>
        <translation>Was von seinem Projekt behalten wurde, ist weg oder beschädigt. Stellen Sie es neu in die Warteschlange.</translation>
    </message>
    <message>
        <source>Layer {number}</source>
        <translation>Ebene {number}</translation>
    </message>
    <message>
        <source>One layer must be the background, and only one. Nothing was opened. Say which one it is.</source>
        <translation>Eine Ebene muss der Hintergrund sein, und nur eine. Nichts wurde geöffnet. Sagen Sie, welche es ist.</translation>
    </message>
    <message>
        <source>Laying the layers</source>
        <translation>Ebenen werden gelegt</translation>
    </message>
    <message>
        <source>Filling what nearer layers hide</source>
        <translation>Was nähere Ebenen verdecken, wird gefüllt</translation>
    </message>
    <message>
        <source>Layer {number} of {layers}</source>
        <translation>Ebene {number} von {layers}</translation>
    </message>
    <message>
        <source>Lantern</source>
        <translation>Laterne</translation>
    </message>
    <message>
        <source>Window</source>
        <translation>Fenster</translation>
    </message>
    <message>
        <source>Halo</source>
        <translation>Hof</translation>
    </message>
    <message>
        <source>Low sun</source>
        <translation>Tiefe Sonne</translation>
    </message>
    <message>
        <source>Lamp</source>
        <translation>Lampe</translation>
    </message>
    <message>
        <source>Old glass</source>
        <translation>Altes Glas</translation>
    </message>
    <message>
        <source>Morning mist</source>
        <translation>Morgennebel</translation>
    </message>
    <message>
        <source>Through leaves</source>
        <translation>Durch Blätter</translation>
    </message>
    <message>
        <source>Searchlight</source>
        <translation>Scheinwerfer</translation>
    </message>
    <message>
        <source>There is no photo to hang a light in. Open one first.</source>
        <translation>Es gibt kein Foto, in das ein Licht zu hängen wäre. Öffnen Sie zuerst eines.</translation>
    </message>
    <message>
        <source>There can be up to {most} lights. Delete one first.</source>
        <translation>Es kann bis zu {most} Lichter geben. Löschen Sie zuerst eines.</translation>
    </message>
    <message>
        <source>There is no photo for a sun to rise in. Open one first.</source>
        <translation>Es gibt kein Foto, in dem eine Sonne aufgehen könnte. Öffnen Sie zuerst eines.</translation>
    </message>
    <message>
        <source>There is no photo to light up. Open one first.</source>
        <translation>Es gibt kein Foto zu erhellen. Öffnen Sie zuerst eines.</translation>
    </message>
    <message>
        <source>There can be up to {most} flashes. Delete one first.</source>
        <translation>Es kann bis zu {most} Blitze geben. Löschen Sie zuerst einen.</translation>
    </message>
    <message>
        <source>A look needs a name, and at least one part. Nothing was saved.</source>
        <translation>Ein Look braucht einen Namen und mindestens einen Teil. Nichts wurde gespeichert.</translation>
    </message>
    <message>
        <source>There is no photo to give a look to. Open one first.</source>
        <translation>Es gibt kein Foto, dem ein Look zu geben wäre. Öffnen Sie zuerst eines.</translation>
    </message>
    <message>
        <source>Nothing of that layer is to be seen, so it has no colours to match.</source>
        <translation>Von dieser Ebene ist nichts zu sehen, sie hat also keine Farben, die anzugleichen wären.</translation>
    </message>
    <message>
        <source>There is no photo whose colours could be matched. Open one first.</source>
        <translation>Es gibt kein Foto, dessen Farben anzugleichen wären. Öffnen Sie zuerst eines.</translation>
    </message>
    <message>
        <source>{name} is drawn, not photographed: it has no colours to match.</source>
        <translation>{name} ist gezeichnet, nicht fotografiert: es hat keine Farben, die anzugleichen wären.</translation>
    </message>
    <message>
        <source>only what was cut from the photo, or a picture, can drift</source>
        <translation>nur was aus dem Foto geschnitten ist, oder ein Bild, kann driften</translation>
    </message>
    <message>
        <source>A bent layer can&apos;t drift. Take its pins away first.</source>
        <translation>Eine gebogene Ebene kann nicht driften. Nehmen Sie zuerst ihre Nadeln weg.</translation>
    </message>
    <message>
        <source>None of the copied keys fits here. Put the playhead earlier, or choose the lens or the layer they are for.</source>
        <translation>Keiner der kopierten Schlüssel passt hierher. Setzen Sie den Abspielkopf früher, oder wählen Sie das Objektiv oder die Ebene, für die sie sind.</translation>
    </message>
    <message>
        <source>There is no photo to take a colour from.</source>
        <translation>Es gibt kein Foto, aus dem eine Farbe zu nehmen wäre.</translation>
    </message>
    <message>
        <source>There is no photo to take the haze from.</source>
        <translation>Es gibt kein Foto, aus dem der Dunst zu nehmen wäre.</translation>
    </message>
    <message>
        <source>{name} is no picture of its own.</source>
        <translation>{name} ist kein eigenes Bild.</translation>
    </message>
    <message>
        <source>Woodcock prepares itself for this machine, once: up to a minute.</source>
        <translation>Woodcock bereitet sich auf diesen Rechner vor, einmal: bis zu einer Minute.</translation>
    </message>
    <message>
        <source>Preparing, once on this machine</source>
        <translation>Vorbereitung, einmal auf diesem Rechner</translation>
    </message>
    <message>
        <source>Prepared</source>
        <translation>Vorbereitet</translation>
    </message>
    <message>
        <source>process {process} on {host}, since {clock}</source>
        <translation>Prozess {process} auf {host}, seit {clock}</translation>
    </message>
    <message>
        <source>{name} is open in another Woodcock ({why}). Nothing was written. Save under another name.</source>
        <translation>{name} ist in einem anderen Woodcock offen ({why}). Nichts wurde geschrieben. Speichern Sie unter einem anderen Namen.</translation>
    </message>
    <message>
        <source>For the web</source>
        <translation>Für das Web</translation>
    </message>
    <message>
        <source>MP4 (H.264), plays in every browser and on every telephone</source>
        <translation>MP4 (H.264), spielt in jedem Browser und auf jedem Telefon</translation>
    </message>
    <message>
        <source>For an editor</source>
        <translation>Für einen Schnittplatz</translation>
    </message>
    <message>
        <source>MOV (ProRes 422 HQ), large, nothing lost that an eye sees</source>
        <translation>MOV (ProRes 422 HQ), groß, nichts geht verloren, was ein Auge sieht</translation>
    </message>
    <message>
        <source>WebM (AV1), the fewest bytes; browsers and new telephones play it</source>
        <translation>WebM (AV1), die wenigsten Bytes; Browser und neue Telefone spielen es</translation>
    </message>
    <message>
        <source>Square, for a phone</source>
        <translation>Quadratisch, fürs Telefon</translation>
    </message>
    <message>
        <source>MP4, as high as wide, the subject in it</source>
        <translation>MP4, so hoch wie breit, mit dem Motiv darin</translation>
    </message>
    <message>
        <source>Portrait, for a phone</source>
        <translation>Hochkant, fürs Telefon</translation>
    </message>
    <message>
        <source>MP4, upright 9:16, the subject in it</source>
        <translation>MP4, hochkant 9:16, mit dem Motiv darin</translation>
    </message>
    <message>
        <source>A loop</source>
        <translation>Eine Schleife</translation>
    </message>
    <message>
        <source>Animated WebP that goes to and fro for ever, without sound</source>
        <translation>Bewegtes WebP, das ohne Ende hin und her geht, ohne Ton</translation>
    </message>
    <message>
        <source>With transparent background</source>
        <translation>Mit durchsichtigem Hintergrund</translation>
    </message>
    <message>
        <source>MOV (ProRes 4444) with alpha: all but the background</source>
        <translation>MOV (ProRes 4444) mit Alpha: alles außer dem Hintergrund</translation>
    </message>
    <message>
        <source>Stills</source>
        <translation>Einzelbilder</translation>
    </message>
    <message>
        <source>A folder of PNG pictures, one a frame</source>
        <translation>Ein Ordner mit PNG-Bildern, eines je Bild</translation>
    </message>
    <message>
        <source>For compositing</source>
        <translation>Für Compositing</translation>
    </message>
    <message>
        <source>A folder of OpenEXR pictures: linear light, alpha, depth in metres</source>
        <translation>Ein Ordner mit OpenEXR-Bildern: lineares Licht, Alpha, Tiefe in Metern</translation>
    </message>
    <message>
        <source>Its depth</source>
        <translation>Seine Tiefe</translation>
    </message>
    <message>
        <source>A folder of 16-bit PNG pictures of how far away everything is</source>
        <translation>Ein Ordner mit 16-Bit-PNG-Bildern davon, wie weit weg alles ist</translation>
    </message>
    <message>
        <source>For two eyes</source>
        <translation>Für zwei Augen</translation>
    </message>
    <message>
        <source>MP4 with the left and the right eye&apos;s picture side by side</source>
        <translation>MP4 mit den Bildern des linken und des rechten Auges nebeneinander</translation>
    </message>
    <message>
        <source>Rocking</source>
        <translation>Wippend</translation>
    </message>
    <message>
        <source>A GIF that looks from the left eye&apos;s place to the right one&apos;s and back</source>
        <translation>Ein GIF, das vom Platz des linken Auges zu dem des rechten sieht und zurück</translation>
    </message>
    <message>
        <source>left eye</source>
        <translation>linkes Auge</translation>
    </message>
    <message>
        <source>right eye</source>
        <translation>rechtes Auge</translation>
    </message>
    <message>
        <source>{name} does not end in {known}, so nothing was written. Choose a name such as {stem}.mp4, or say what it is for.</source>
        <translation>{name} endet nicht auf {known}, es wurde nichts geschrieben. Wählen Sie einen Namen wie {stem}.mp4, oder sagen Sie, wofür es ist.</translation>
    </message>
    <message>
        <source>There is no purpose called {purpose}. There are: {all}.</source>
        <translation>Es gibt keinen Zweck namens {purpose}. Es gibt: {all}.</translation>
    </message>
    <message>
        <source>A delivery has no {all}. It has: {known}.</source>
        <translation>Eine Lieferung hat kein {all}. Sie hat: {known}.</translation>
    </message>
    <message>
        <source>{title} go into a folder, and {name} is the name of a file, so nothing was written. Choose a name such as {stem}.</source>
        <translation>{title} kommen in einen Ordner, und {name} ist der Name einer Datei, es wurde nichts geschrieben. Wählen Sie einen Namen wie {stem}.</translation>
    </message>
    <message>
        <source>{name} does not end in {all}, so nothing was written. Choose a name such as {other}.</source>
        <translation>{name} endet nicht auf {all}, es wurde nichts geschrieben. Wählen Sie einen Namen wie {other}.</translation>
    </message>
    <message>
        <source>It was not finished when Woodcock was closed.</source>
        <translation>Es war nicht fertig, als Woodcock geschlossen wurde.</translation>
    </message>
    <message>
        <source>The project it was to be made from is gone. Queue it anew.</source>
        <translation>Das Projekt, aus dem es gemacht werden sollte, ist weg. Stellen Sie es neu in die Warteschlange.</translation>
    </message>
    <message>
        <source>There was not enough memory for it. Nothing was left behind. Close other programs, or make it smaller.</source>
        <translation>Dafür reichte der Speicher nicht. Nichts blieb zurück. Schließen Sie andere Programme, oder machen Sie es kleiner.</translation>
    </message>
    <message>
        <source>Nothing is seen of {name}, so the depth map can&apos;t shape it.</source>
        <translation>Von {name} ist nichts zu sehen, die Tiefenkarte kann es also nicht formen.</translation>
    </message>
    <message>
        <source>{name} could not be saved ({other}: {error}).</source>
        <translation>{name} konnte nicht gespeichert werden ({other}: {error}).</translation>
    </message>
    <message>
        <source>No copy could be kept elsewhere either: leave this window open, and use Save As with another place.</source>
        <translation>Auch anderswo ließ sich keine Kopie behalten: Lassen Sie dieses Fenster offen, und speichern Sie unter einem anderen Ort.</translation>
    </message>
    <message>
        <source>A copy of your work was kept as {copy}. Use Save As with another place.</source>
        <translation>Eine Kopie Ihrer Arbeit wurde als {copy} behalten. Speichern Sie unter einem anderen Ort.</translation>
    </message>
    <message>
        <source>Looking at the edges</source>
        <translation>Die Ränder werden angesehen</translation>
    </message>
    <message>
        <source>Landscape 16:9</source>
        <translation>Quer 16:9</translation>
    </message>
    <message>
        <source>Square 1:1</source>
        <translation>Quadrat 1:1</translation>
    </message>
    <message>
        <source>Upright 4:5</source>
        <translation>Hoch 4:5</translation>
    </message>
    <message>
        <source>Portrait 9:16</source>
        <translation>Hochkant 9:16</translation>
    </message>
    <message>
        <source>Hiss of rain, and drops nearby</source>
        <translation>Rauschen von Regen, und Tropfen in der Nähe</translation>
    </message>
    <message>
        <source>Wind that swells</source>
        <translation>Wind, der anschwillt</translation>
    </message>
    <message>
        <source>Thunder</source>
        <translation>Donner</translation>
    </message>
    <message>
        <source>A clap, and its rolling</source>
        <translation>Ein Schlag, und sein Grollen</translation>
    </message>
    <message>
        <source>Surf</source>
        <translation>Brandung</translation>
    </message>
    <message>
        <source>Waves on a shore</source>
        <translation>Wellen an einem Strand</translation>
    </message>
    <message>
        <source>Fire</source>
        <translation>Feuer</translation>
    </message>
    <message>
        <source>Crackling flames</source>
        <translation>Knisternde Flammen</translation>
    </message>
    <message>
        <source>Crickets</source>
        <translation>Grillen</translation>
    </message>
    <message>
        <source>A warm night</source>
        <translation>Eine warme Nacht</translation>
    </message>
    <message>
        <source>Room tone</source>
        <translation>Raumton</translation>
    </message>
    <message>
        <source>The quiet of a room</source>
        <translation>Die Stille eines Raums</translation>
    </message>
    <message>
        <source>Whoosh</source>
        <translation>Rauschen</translation>
    </message>
    <message>
        <source>For a push of the lens</source>
        <translation>Für eine Fahrt des Objektivs</translation>
    </message>
    <message>
        <source>There is no clip to put sound under. Open a photo first.</source>
        <translation>Es gibt keinen Clip, unter den ein Ton zu legen wäre. Öffnen Sie zuerst ein Foto.</translation>
    </message>
    <message>
        <source>There can be up to {most} sounds. Delete one first.</source>
        <translation>Es kann bis zu {most} Töne geben. Löschen Sie zuerst einen.</translation>
    </message>
    <message>
        <source>{name} goes on in a loop, so it can&apos;t be split. Switch its loop off first.</source>
        <translation>{name} läuft in einer Schleife und lässt sich nicht teilen. Schalten Sie zuerst seine Schleife aus.</translation>
    </message>
    <message>
        <source>The playhead is not within {name}: nothing was split. Move it there.</source>
        <translation>Der Abspielkopf ist nicht in {name}: nichts wurde geteilt. Setzen Sie ihn dorthin.</translation>
    </message>
    <message>
        <source>{name} is a recording: it can&apos;t be made otherwise.</source>
        <translation>{name} ist eine Aufnahme: sie lässt sich nicht anders machen.</translation>
    </message>
    <message>
        <source>Nothing is heard, so it can&apos;t be made as loud as that.</source>
        <translation>Nichts ist zu hören, es lässt sich also nicht so laut machen.</translation>
    </message>
    <message>
        <source>Measuring speeds</source>
        <translation>Geschwindigkeiten werden gemessen</translation>
    </message>
    <message>
        <source>There is no photo to stand anything before. Open one first.</source>
        <translation>Es gibt kein Foto, vor das etwas zu stellen wäre. Öffnen Sie zuerst eines.</translation>
    </message>
    <message>
        <source>Film dust</source>
        <translation>Filmstaub</translation>
    </message>
    <message>
        <source>Light leak</source>
        <translation>Lichteinfall</translation>
    </message>
    <message>
        <source>Lens dirt</source>
        <translation>Linsenschmutz</translation>
    </message>
    <message>
        <source>Paper</source>
        <translation>Papier</translation>
    </message>
    <message>
        <source>{name} is a part of the photo: it has nothing to set here.</source>
        <translation>{name} ist ein Teil des Fotos: daran ist hier nichts zu setzen.</translation>
    </message>
    <message>
        <source>{name} is no picture or clip: it has no size of that kind.</source>
        <translation>{name} ist kein Bild oder Clip: es hat keine Größe dieser Art.</translation>
    </message>
    <message>
        <source>The background is behind everything; it can&apos;t be put on the glass.</source>
        <translation>Der Hintergrund ist hinter allem; er lässt sich nicht auf das Glas legen.</translation>
    </message>
    <message>
        <source>there is no blend mode {blend}</source>
        <translation>es gibt keinen Mischmodus {blend}</translation>
    </message>
    <message>
        <source>Not all of this earlier save is there any more. Nothing was changed. Choose another.</source>
        <translation>Von diesem früheren Stand ist nicht mehr alles da. Nichts wurde geändert. Wählen Sie einen anderen.</translation>
    </message>
    <message>
        <source>left</source>
        <translation>links</translation>
    </message>
    <message>
        <source>right</source>
        <translation>rechts</translation>
    </message>
    <message>
        <source>top</source>
        <translation>oben</translation>
    </message>
    <message>
        <source>bottom</source>
        <translation>unten</translation>
    </message>
    <message>
        <source>Something went wrong inside Woodcock ({name}: {error}). Help &gt; Copy report has what is needed to mend it.</source>
        <translation>In Woodcock ist etwas schiefgegangen ({name}: {error}). Hilfe &gt; Bericht kopieren hat, was zum Beheben nötig ist.</translation>
    </message>
    <message>
        <source>Gap: up to {pixels} pixels are covered by nothing {frames}: {name} is hidden, see-through or turned away there.</source>
        <translation>Lücke: bis zu {pixels} Pixel sind {frames} von nichts bedeckt: {name} ist dort ausgeblendet, durchscheinend oder weggedreht.</translation>
    </message>
    <message>
        <source> It must grow by {grow:.0f} px there.</source>
        <translation> Sie muss dort um {grow:.0f} px wachsen.</translation>
    </message>
    <message>
        <source>Gap: {name} does not reach the frame&apos;s {side} edge {frames} (up to {pixels} pixels).{need}</source>
        <translation>Lücke: {name} reicht {frames} nicht bis an den Rand des Rahmens ({side}; bis zu {pixels} Pixel).{need}</translation>
    </message>
    <message>
        <source>the photo&apos;s</source>
        <translation>des Fotos</translation>
    </message>
    <message>
        <source>its own</source>
        <translation>ihrem eigenen</translation>
    </message>
    <message>
        <source>Edge: {name} is cut off by {border} {side} border, which comes into the frame {frames}. It should grow by {grow:.0f} px there.</source>
        <translation>Rand: {name} ist abgeschnitten am Rand {border} ({side}), der {frames} ins Bild kommt. Sie sollte dort um {grow:.0f} px wachsen.</translation>
    </message>
    <message>
        <source>No gaps.</source>
        <translation>Keine Lücken.</translation>
    </message>
    <message>
        <source>{name}: strobing, {speed:.1f} px a frame at {time:.1f} s; up to {limit:.1f} looks smooth.</source>
        <translation>{name}: ruckelt, {speed:.1f} px je Bild bei {time:.1f} s; bis {limit:.1f} sieht es weich aus.</translation>
    </message>
    <message>
        <source>{name}: the relief is stretched to {stretch:.0%} at {time:.1f} s.</source>
        <translation>{name}: das Relief ist bei {time:.1f} s auf {stretch:.0%} gestreckt.</translation>
    </message>
    <message>
        <source>{speed:.1f} px a frame here, {max:.1f} at the most</source>
        <translation>{speed:.1f} px je Bild hier, höchstens {max:.1f}</translation>
    </message>
    <message>
        <source>; above {limit:.1f} it strobes</source>
        <translation>; über {limit:.1f} ruckelt es</translation>
    </message>
    <message>
        <source>in frame {first}</source>
        <translation>in Bild {first}</translation>
    </message>
    <message>
        <source>in frames {first} to {last}</source>
        <translation>in den Bildern {first} bis {last}</translation>
    </message>
    <message>
        <source>Orbit of {name}</source>
        <translation>Kreis um {name}</translation>
    </message>
    <message>
        <source>How much the nearest layer grows</source>
        <translation>Wie viel die nächste Ebene wächst</translation>
    </message>
    <message>
        <source>How far the nearest layer shifts, in per cent of the frame&apos;s width</source>
        <translation>Wie weit sich die nächste Ebene verschiebt, in Prozent der Bildbreite</translation>
    </message>
    <message>
        <source>Push in</source>
        <translation>Hineinfahren</translation>
    </message>
    <message>
        <source>The lens goes in: near things grow most.</source>
        <translation>Das Objektiv fährt hinein: Nahes wächst am meisten.</translation>
    </message>
    <message>
        <source>Pull back</source>
        <translation>Zurückfahren</translation>
    </message>
    <message>
        <source>The lens goes back to the photo.</source>
        <translation>Das Objektiv fährt zurück bis zum Foto.</translation>
    </message>
    <message>
        <source>The lens goes across, from left to right.</source>
        <translation>Das Objektiv fährt quer, von links nach rechts.</translation>
    </message>
    <message>
        <source>Rise</source>
        <translation>Steigen</translation>
    </message>
    <message>
        <source>The lens goes up: near things sink.</source>
        <translation>Das Objektiv steigt: Nahes sinkt.</translation>
    </message>
    <message>
        <source>Orbit</source>
        <translation>Umkreisen</translation>
    </message>
    <message>
        <source>The lens goes round the selected layer.</source>
        <translation>Das Objektiv kreist um die gewählte Ebene.</translation>
    </message>
    <message>
        <source>By how many degrees it goes round</source>
        <translation>Um wie viel Grad es kreist</translation>
    </message>
    <message>
        <source>The lens looks from below to above, and stays where it is.</source>
        <translation>Das Objektiv blickt von unten nach oben, und bleibt, wo es ist.</translation>
    </message>
    <message>
        <source>By how many degrees it is tilted</source>
        <translation>Um wie viel Grad es gekippt wird</translation>
    </message>
    <message>
        <source>Dolly zoom</source>
        <translation>Dolly-Zoom</translation>
    </message>
    <message>
        <source>The selected layer keeps its size as the lens goes in: what is behind it recedes.</source>
        <translation>Die gewählte Ebene behält ihre Größe, während das Objektiv hineinfährt: was dahinter ist, weicht zurück.</translation>
    </message>
    <message>
        <source>How much of the way to it the lens goes</source>
        <translation>Wie viel vom Weg zu ihr das Objektiv fährt</translation>
    </message>
    <message>
        <source>Counter-move</source>
        <translation>Gegenzug</translation>
    </message>
    <message>
        <source>Near layers grow while the background shrinks; the lens stays.</source>
        <translation>Nahe Ebenen wachsen, während der Hintergrund schrumpft; das Objektiv bleibt.</translation>
    </message>
    <message>
        <source>Pop-out</source>
        <translation>Heraustreten</translation>
    </message>
    <message>
        <source>The selected layer leans out of the picture while the rest turns back.</source>
        <translation>Die gewählte Ebene neigt sich aus dem Bild, während der Rest sich zurückdreht.</translation>
    </message>
    <message>
        <source>By how many degrees it leans</source>
        <translation>Um wie viel Grad sie sich neigt</translation>
    </message>
    <message>
        <source>Slow drift</source>
        <translation>Ziehen</translation>
    </message>
    <message>
        <source>Hardly a move: an even slide with a little push.</source>
        <translation>Kaum eine Bewegung: ein gleichmäßiges Schieben mit etwas Hineinfahren.</translation>
    </message>
    <message>
        <source>Handheld</source>
        <translation>Aus der Hand</translation>
    </message>
    <message>
        <source>The lens sways as in a hand, less on far things.</source>
        <translation>Das Objektiv schwankt wie in einer Hand, bei Fernem weniger.</translation>
    </message>
    <message>
        <source>How far the nearest layer sways, in per cent of the frame&apos;s width</source>
        <translation>Wie weit die nächste Ebene schwankt, in Prozent der Bildbreite</translation>
    </message>
    <message>
        <source>Go</source>
        <translation>Gehe zu</translation>
    </message>
    <message>
        <source>Show</source>
        <comment>a hidden layer</comment>
        <translation>Einblenden</translation>
    </message>
    <message>
        <source>A picture of {size} pixels can&apos;t be made; 16 to 1024 can.</source>
        <translation>Ein Bild von {size} Pixeln lässt sich nicht machen; möglich sind 16 bis 1024.</translation>
    </message>
    <message>
        <source>{name} holds no photo yet.</source>
        <translation>{name} enthält noch kein Foto.</translation>
    </message>
    <message>
        <source>{name} holds no photo yet. Open it in the window and add one.</source>
        <translation>{name} enthält noch kein Foto. Öffnen Sie es im Fenster und fügen Sie eines hinzu.</translation>
    </message>
    <message>
        <source>The clip runs from 0 to {seconds:g} s; {at:g} s is outside it.</source>
        <translation>Der Clip läuft von 0 bis {seconds:g} s; {at:g} s liegt außerhalb.</translation>
    </message>
    <message>
        <source>A depth map belongs to one photo. Give one photo, or no --depth.</source>
        <translation>Eine Tiefenkarte gehört zu einem Foto. Geben Sie ein Foto an, oder kein --depth.</translation>
    </message>
    <message>
        <source>{folder} is no folder that can be written into. Several photos need one.</source>
        <translation>{folder} ist kein Ordner, in den sich schreiben lässt. Mehrere Fotos brauchen einen.</translation>
    </message>
    <message>
        <source>Two photos would both become {twice}, so nothing was made. Rename one of them.</source>
        <translation>Zwei Fotos würden beide zu {twice}, es wurde also nichts gemacht. Benennen Sie eines um.</translation>
    </message>
    <message>
        <source>There is no look called {name}. There are: {all}.</source>
        <translation>Es gibt keinen Look namens {name}. Es gibt: {all}.</translation>
    </message>
    <message>
        <source>{size} is not a size such as 1920x1080.</source>
        <translation>{size} ist keine Größe wie 1920x1080.</translation>
    </message>
    <message>
        <source>{name} would be made twice, so it was not made again. Rename one of the projects.</source>
        <translation>{name} würde zweimal gemacht, also wurde es kein zweites Mal gemacht. Benennen Sie eines der Projekte um.</translation>
    </message>
    <message>
        <source>{folder} is no folder that can be written into. Several clips need one.</source>
        <translation>{folder} ist kein Ordner, in den sich schreiben lässt. Mehrere Clips brauchen einen.</translation>
    </message>
    <message>
        <source>This installation of Woodcock came without its demo.</source>
        <translation>Diese Installation von Woodcock kam ohne ihre Demo.</translation>
    </message>
    <message>
        <source>stopped; nothing half-done was left behind</source>
        <translation>angehalten; nichts Halbfertiges blieb zurück</translation>
    </message>
    <message>
        <source>there was not enough memory. Close other programs, or use a smaller frame size.</source>
        <translation>der Speicher reichte nicht. Schließen Sie andere Programme, oder nehmen Sie einen kleineren Rahmen.</translation>
    </message>
    <message>
        <source>{file} tells more.</source>
        <translation>{file} sagt mehr.</translation>
    </message>
    <message>
        <source>Smallest file</source>
        <translation>Kleinste Datei</translation>
    </message>
    <message>
        <source>reading it crashed</source>
        <translation>das Lesen stürzte ab</translation>
    </message>
    <message>
        <source>its helper made no sense ({error})</source>
        <translation>der Helfer ergab keinen Sinn ({error})</translation>
    </message>
    <message>
        <source>it takes too much memory</source>
        <translation>es braucht zu viel Speicher</translation>
    </message>
    <message>
        <source>its helper could not be started</source>
        <translation>der Helfer ließ sich nicht starten</translation>
    </message>
    <message>
        <source>it takes too long</source>
        <translation>es dauert zu lange</translation>
    </message>
    <message>
        <source>times</source>
        <translation>mal</translation>
    </message>
    <message>
        <source>waits</source>
        <translation>wartet</translation>
    </message>
    <message>
        <source>frames</source>
        <translation>Bilder</translation>
    </message>
    <message>
        <source>far</source>
        <translation>fern</translation>
    </message>
    <message>
        <source>near</source>
        <translation>nah</translation>
    </message>
    <message>
        <source>stops</source>
        <translation>Blenden</translation>
    </message>
    <message>
        <source>Choosing the move</source>
        <translation>Die Bewegung wird gewählt</translation>
    </message>
    <message>
        <source>Dinghy</source>
        <translation>Jolle</translation>
    </message>
    <message>
        <source>Posts</source>
        <translation>Pfähle</translation>
    </message>
    <message>
        <source>Reeds</source>
        <translation>Schilf</translation>
    </message>
    <message>
        <source>Dawn on the inlet</source>
        <translation>Morgen an der Bucht</translation>
    </message>
    <message>
        <source>{name} goes from {low} to {high}; it is as it was.</source>
        <translation>{name} geht von {low} bis {high}; es ist, wie es war.</translation>
    </message>
    <message>
        <source>This number</source>
        <translation>Diese Zahl</translation>
    </message>
    <message>
        <source>It is still being looked for gaps: frames that nothing covers.</source>
        <translation>Es wird noch nach Lücken gesucht: Bildern, die nichts ganz bedeckt.</translation>
    </message>
    <message>
        <source>Then the export goes on, or asks what to do about them.</source>
        <translation>Dann geht der Export weiter oder fragt, was mit ihnen geschehen soll.</translation>
    </message>
    <message>
        <source>Wait for it</source>
        <translation>Darauf warten</translation>
    </message>
    <message>
        <source>Grow the layers</source>
        <translation>Ebenen wachsen lassen</translation>
    </message>
    <message>
        <source>Export as it is</source>
        <translation>So exportieren, wie es ist</translation>
    </message>
    <message>
        <source>The export waits until all frames are looked at.</source>
        <translation>Der Export wartet, bis alle Bilder angesehen sind.</translation>
    </message>
    <message>
        <source>{names} can&apos;t be opened: photographs are JPEG, PNG, TIFF or WebP. Nothing was changed.</source>
        <translation>{names} lässt sich nicht öffnen: Fotos sind JPEG, PNG, TIFF oder WebP. Nichts wurde geändert.</translation>
    </message>
    <message numerus="yes">
        <source>%n photographs are there; {name} is open. Drop the ones you want.</source>
        <translation>
            <numerusform>Dort ist %n Foto; {name} ist offen. Ziehen Sie herein, was Sie wollen.</numerusform>
            <numerusform>Dort sind %n Fotos; {name} ist offen. Ziehen Sie herein, was Sie wollen.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n files of another kind were left aside.</source>
        <translation>
            <numerusform>%n Datei anderer Art blieb beiseite.</numerusform>
            <numerusform>%n Dateien anderer Art blieben beiseite.</numerusform>
        </translation>
    </message>
    <message>
        <source>Place across</source>
        <translation>Stelle quer</translation>
    </message>
    <message>
        <source>Where that place is, of the photo&apos;s width</source>
        <translation>Wo diese Stelle liegt, als Anteil der Breite des Fotos</translation>
    </message>
    <message>
        <source>Place down</source>
        <translation>Stelle abwärts</translation>
    </message>
    <message>
        <source>Where that place is, of the photo&apos;s height</source>
        <translation>Wo diese Stelle liegt, als Anteil der Höhe des Fotos</translation>
    </message>
    <message>
        <source>Blur everything like this</source>
        <translation>Alles so unscharf machen</translation>
    </message>
    <message>
        <source>All that stands in the scene gets this blur, about the same place</source>
        <translation>Alles, was in der Szene steht, wird so unscharf, um dieselbe Stelle</translation>
    </message>
    <message>
        <source>Blur of everything</source>
        <translation>Unschärfe von allem</translation>
    </message>
    <message>
        <source>Focus on {name}, {metres}.</source>
        <translation>Schärfe auf {name}, {metres}.</translation>
    </message>
    <message>
        <source>{name} hangs on {layer}, {metres}.</source>
        <translation>{name} hängt an {layer}, {metres}.</translation>
    </message>
    <message>
        <source>Off: the focus stays on a layer.</source>
        <translation>Aus: die Schärfe bleibt auf einer Ebene.</translation>
    </message>
    <message>
        <source>Off until the focus is pulled: peg it at two times.</source>
        <translation>Aus, bis die Schärfe gezogen wird: setzen Sie Stifte zu zwei Zeiten.</translation>
    </message>
    <message>
        <source>Heard of</source>
        <translation>Zu hören von</translation>
    </message>
    <message>
        <source>… away</source>
        <translation>… entfernt</translation>
    </message>
    <message>
        <source>How far away it flashes: every 343 m it is heard a second later</source>
        <translation>Wie weit weg es blitzt: alle 343 m ist es eine Sekunde später zu hören</translation>
    </message>
    <message>
        <source>No flash</source>
        <translation>Keinem Blitz</translation>
    </message>
    <message>
        <source>It is heard of this flash: it moves with it, later by 343 metres a second</source>
        <translation>Es ist von diesem Blitz zu hören: es geht mit ihm, um 343 Meter je Sekunde später</translation>
    </message>
    <message>
        <source>There is no flash it could be heard of: add lightning on the page Light.</source>
        <translation>Es gibt keinen Blitz, von dem es zu hören wäre: fügen Sie auf der Seite Licht einen hinzu.</translation>
    </message>
    <message>
        <source>When to hear</source>
        <translation>Wann zu hören</translation>
    </message>
    <message>
        <source>{pose}  {share} % of {layer}</source>
        <translation>{pose}  {share} % von {layer}</translation>
    </message>
    <message>
        <source>the clip</source>
        <translation>dem Clip</translation>
    </message>
    <message>
        <source>Size, rate and length of the frame of the last project</source>
        <translation>Größe, Rate und Länge wie beim letzten Projekt</translation>
    </message>
    <message>
        <source>Frame as the last</source>
        <translation>Rahmen wie zuletzt</translation>
    </message>
    <message>
        <source>As the last: {width} × {height}, {rate:g} fps, {seconds:g} s</source>
        <translation>Wie zuletzt: {width} × {height}, {rate:g} B/s, {seconds:g} s</translation>
    </message>
    <message>
        <source>How much of what was rebuilt is kept on disk, so that a project opens at once</source>
        <translation>Wie viel vom Ergänzten auf der Platte bleibt, damit ein Projekt sofort offen ist</translation>
    </message>
    <message>
        <source>Kept on disk</source>
        <translation>Auf der Platte</translation>
    </message>
    <message>
        <source>hardly in doubt</source>
        <translation>kaum zweifelhaft</translation>
    </message>
    <message>
        <source>in doubt</source>
        <translation>zweifelhaft</translation>
    </message>
    <message>
        <source>in great doubt</source>
        <translation>sehr zweifelhaft</translation>
    </message>
    <message>
        <source>{names}, shown for {frames:.1f}&#xa0;s from {first:.1f}&#xa0;s; {it:.0f}&#xa0;% made up, {it2:.0f}&#xa0;% told in part; {doubt}</source>
        <translation>{names}, zu sehen für {frames:.1f}&#xa0;s ab {first:.1f}&#xa0;s; {it:.0f}&#xa0;% ergänzt, {it2:.0f}&#xa0;% teils bekannt; {doubt}</translation>
    </message>
    <message>
        <source>Nothing was cut: there is nothing there that no layer has yet.</source>
        <translation>Nichts wurde geschnitten: dort ist nichts, was nicht schon eine Ebene hat.</translation>
    </message>
    <message>
        <source>Nothing changed: {name} is not where you painted.</source>
        <translation>Nichts wurde anders: {name} ist nicht dort, wo Sie gemalt haben.</translation>
    </message>
    <message>
        <source>Nothing changed: all of {name} lies within the stroke.</source>
        <translation>Nichts wurde anders: {name} liegt ganz innerhalb des Strichs.</translation>
    </message>
    <message>
        <source>Nothing changed: no finer edge is seen along {name}.</source>
        <translation>Nichts wurde anders: an {name} ist kein feinerer Rand zu sehen.</translation>
    </message>
    <message>
        <source>Nothing changed: {name} has all of that already.</source>
        <translation>Nichts wurde anders: {name} hat all das schon.</translation>
    </message>
    <message>
        <source>Only the photo falls into layers: untick “Cut the picture” for it.</source>
        <translation>Nur das Foto zerfällt in Ebenen: nehmen Sie dafür den Haken bei „Das Bild schneiden“ weg.</translation>
    </message>
    <message>
        <source>Trace follows the edges of the photo only. Use another tool on {name}.</source>
        <translation>„Kante“ folgt nur den Kanten des Fotos. Nehmen Sie für {name} ein anderes Werkzeug.</translation>
    </message>
    <message>
        <source>Shadow for bright ground</source>
        <translation>Schatten für hellen Grund</translation>
    </message>
    <message>
        <source>A soft dark shadow behind the letters, so that they can be read</source>
        <translation>Ein weicher dunkler Schatten hinter den Buchstaben, damit man sie lesen kann</translation>
    </message>
    <message>
        <source>The frame at {time:.2f} s can&apos;t be shown: it came out with values that are no colours. Switch off the effects that are on there, one by one, to find which.</source>
        <translation>Das Bild bei {time:.2f} s lässt sich nicht zeigen: es enthält Werte, die keine Farben sind. Schalten Sie die Effekte dort einen nach dem anderen aus, um zu finden, welcher es ist.</translation>
    </message>
    <message>
        <source>layer, carrier, air or light</source>
        <translation>Ebene, Träger, Luft oder Licht</translation>
    </message>
    <message>
        <source>layer</source>
        <translation>Ebene</translation>
    </message>
    <message>
        <source>property of {owner}</source>
        <translation>Eigenschaft von {owner}</translation>
    </message>
    <message>
        <source>part of film</source>
        <translation>Teil des Films</translation>
    </message>
    <message>
        <source>texture</source>
        <translation>Textur</translation>
    </message>
    <message>
        <source>property of a texture</source>
        <translation>Eigenschaft einer Textur</translation>
    </message>
    <message>
        <source>{name} has no edge of its own. Select a layer that was cut.</source>
        <translation>{name} hat keinen eigenen Rand. Wählen Sie eine geschnittene Ebene.</translation>
    </message>
    <message>
        <source> Is {near} meant?</source>
        <translation> Ist {near} gemeint?</translation>
    </message>
    <message>
        <source>There is no {kind} called {name}.{meant} There are: {all}.</source>
        <translation>„{name}“ gibt es nicht ({kind}).{meant} Es gibt: {all}.</translation>
    </message>
    <message>
        <source>none</source>
        <translation>nichts</translation>
    </message>
    <message>
        <source>{name} is a number, and {value!r} is none.</source>
        <translation>{name} ist eine Zahl, und {value!r} ist keine.</translation>
    </message>
    <message>
        <source>{name} lies between {low:g} and {high:g}; {value:g} is beyond.</source>
        <translation>{name} liegt zwischen {low:g} und {high:g}; {value:g} liegt außerhalb.</translation>
    </message>
    <message>
        <source>property</source>
        <translation>Eigenschaft</translation>
    </message>
    <message>
        <source>Frame {number} of {count} came out broken: it holds values that are no colours. The export was stopped and nothing was left behind. Switch off the effects that are on there, one by one, to find which, and send the log with a report (Help).</source>
        <translation>Bild {number} von {count} ist verdorben: es enthält Werte, die keine Farben sind. Der Export wurde angehalten, nichts blieb zurück. Schalten Sie die Effekte dort einen nach dem anderen aus, um zu finden, welcher es ist, und schicken Sie das Protokoll mit einem Bericht (Hilfe).</translation>
    </message>
    <message>
        <source>In frame {number} of {count} a part of the picture is black that is there in the frame before, and nothing asks for it. The export was stopped and nothing was left behind. Look at that frame in Finish with its effects off, one by one.</source>
        <translation>In Bild {number} von {count} ist ein Teil schwarz, der im Bild davor da ist, und nichts verlangt es. Der Export wurde angehalten, nichts blieb zurück. Sehen Sie sich dieses Bild in „Ausarbeiten“ an, die Effekte einen nach dem anderen aus.</translation>
    </message>
    <message>
        <source>about {time} left</source>
        <translation>noch etwa {time}</translation>
    </message>
    <message>
        <source>The light can&apos;t be seen there from here. It hangs where it hung before.</source>
        <translation>Das Licht wäre von hier aus dort nicht zu sehen. Es hängt, wo es hing.</translation>
    </message>
    <message>
        <source>Moon</source>
        <translation>Mond</translation>
    </message>
    <message>
        <source>Sun</source>
        <translation>Sonne</translation>
    </message>
    <message>
        <source>This cuts the photo only. {name} is as it was; use Grow, Touch, the lasso, the outline or a brush on it.</source>
        <translation>Das schneidet nur das Foto. {name} ist, wie es war; nehmen Sie dafür Wachsen, Antippen, das Lasso, den Umriss oder einen Pinsel.</translation>
    </message>
    <message>
        <source>{name} is whole: it has no edge yet. Cut it with a stroke first.</source>
        <translation>{name} ist ganz: es hat noch keinen Rand. Schneiden Sie es zuerst mit einem Strich.</translation>
    </message>
    <message>
        <source>Waiting for other work</source>
        <translation>Wartet auf andere Arbeit</translation>
    </message>
    <message numerus="yes">
        <source>%n frames are looked at, the others follow.</source>
        <translation>
            <numerusform>%n Bild ist angesehen, die anderen folgen.</numerusform>
            <numerusform>%n Bilder sind angesehen, die anderen folgen.</numerusform>
        </translation>
    </message>
    <message>
        <source>No gaps so far.</source>
        <translation>Bisher keine Lücken.</translation>
    </message>
    <message>
        <source>no file</source>
        <translation>keine Datei</translation>
    </message>
    <message>
        <source>another picture</source>
        <translation>ein anderes Bild</translation>
    </message>
    <message>
        <source>Save without &amp;history</source>
        <translation>Speichern ohne &amp;Vorgeschichte</translation>
    </message>
    <message>
        <source>Nothing of earlier saves stays in the file, as before it is given away</source>
        <translation>Von früheren Ständen bleibt nichts in der Datei, etwa bevor sie weitergegeben wird</translation>
    </message>
    <message>
        <source>Keep what added videos and sounds say of themselves</source>
        <translation>Behalten, was hinzugefügte Videos und Klänge von sich sagen</translation>
    </message>
    <message>
        <source>Where, when and by whom they were made: it would go on in the project&apos;s file</source>
        <translation>Wo, wann und von wem sie gemacht wurden: Es stünde weiter in der Projektdatei</translation>
    </message>
    <message>
        <source>{name} is a link that somebody else put there. Nothing was written. Choose another name.</source>
        <translation>{name} ist ein Verweis, den jemand anderes dort angelegt hat. Nichts wurde geschrieben. Wählen Sie einen anderen Namen.</translation>
    </message>
    <message>
        <source>{name} can&apos;t be freed of what it says about where, when and by whom it was made. Nothing was added. To take it as it is, have Preferences keep that.</source>
        <translation>{name} lässt sich nicht von dem befreien, was es darüber sagt, wo, wann und von wem es gemacht wurde. Nichts wurde hinzugefügt. Um es zu nehmen, wie es ist, lassen Sie das in den Einstellungen behalten.</translation>
    </message>
    <message>
        <source>{name} was not written: {why}. The file that was there is unchanged. Undo, or take keys away, and save again.</source>
        <translation>{name} wurde nicht geschrieben: {why}. Die Datei, die dort war, ist unverändert. Nehmen Sie etwas zurück oder nehmen Sie Schlüssel weg, und speichern Sie noch einmal.</translation>
    </message>
    <message>
        <source>a project holds up to about 150,000 keys and points, and this would be more</source>
        <translation>ein Projekt fasst bis zu etwa 150.000 Schlüssel und Punkte, und dies wären mehr</translation>
    </message>
    <message>
        <source>{name} is longer than {minutes:.0f} minutes. Nothing was added. Cut it to the part that is needed.</source>
        <translation>{name} ist länger als {minutes:.0f} Minuten. Nichts wurde hinzugefügt. Schneiden Sie den Teil heraus, der gebraucht wird.</translation>
    </message>
    <message>
        <source>layers</source>
        <translation>Ebenen</translation>
    </message>
    <message>
        <source>carriers</source>
        <translation>Träger</translation>
    </message>
    <message>
        <source>airs</source>
        <translation>Dinge in der Luft</translation>
    </message>
    <message>
        <source>lights</source>
        <translation>Lichter</translation>
    </message>
    <message>
        <source>flashes</source>
        <translation>Blitze</translation>
    </message>
    <message>
        <source>sounds</source>
        <translation>Klänge</translation>
    </message>
    <message>
        <source>markers</source>
        <translation>Marken</translation>
    </message>
    <message>
        <source>shapes</source>
        <translation>Formate</translation>
    </message>
    <message>
        <source>a project has up to {most} {things}</source>
        <translation>ein Projekt hat bis zu {most} {things}</translation>
    </message>
    <message>
        <source>a layer with what is added at its sides has up to {most:.0f} megapixels</source>
        <translation>eine Ebene mit dem, was an ihren Seiten hinzukommt, hat bis zu {most:.0f} Megapixel</translation>
    </message>
    <message>
        <source>model</source>
        <translation>Modell</translation>
    </message>
    <message>
        <source>it gave no answer</source>
        <translation>es gab keine Antwort</translation>
    </message>
    <message>
        <source>more rights than yours</source>
        <translation>mehr Rechten als Ihren</translation>
    </message>
    <message>
        <source>other files</source>
        <translation>anderen Dateien</translation>
    </message>
    <message>
        <source>other programs and the network</source>
        <translation>anderen Programmen und dem Netz</translation>
    </message>
    <message>
        <source>This system doesn&apos;t keep what reads others&apos; files from {all}.</source>
        <translation>Dieses System hält, was Dateien anderer liest, nicht ab von {all}.</translation>
    </message>
    <message>
        <source>{folder} can&apos;t be written: preferences, earlier saves and what a crash would leave are not kept. Save your work often.</source>
        <translation>In {folder} kann nicht geschrieben werden: Einstellungen, frühere Stände und was nach einem Absturz bliebe, werden nicht behalten. Speichern Sie Ihre Arbeit oft.</translation>
    </message>
    <message>
        <source>{name} could not be read. It was set aside as {aside}.</source>
        <translation>{name} konnte nicht gelesen werden. Es wurde als {aside} beiseitegelegt.</translation>
    </message>
    <message>
        <source>Follow the edge</source>
        <translation>Dem Rand folgen</translation>
    </message>
    <message>
        <source>on the left</source>
        <translation>links</translation>
    </message>
    <message>
        <source>on the right</source>
        <translation>rechts</translation>
    </message>
    <message>
        <source>at the top</source>
        <translation>oben</translation>
    </message>
    <message>
        <source>at the bottom</source>
        <translation>unten</translation>
    </message>
    <message>
        <source>{pixels} px outside {side}</source>
        <translation>{pixels} px außerhalb {side}</translation>
    </message>
    <message>
        <source>{pixels} px inside {side}</source>
        <translation>{pixels} px innerhalb {side}</translation>
    </message>
    <message>
        <source>Nothing changed: {name} lies on its edge.</source>
        <translation>Nichts geändert: {name} liegt auf seinem Rand.</translation>
    </message>
    <message>
        <source>all round</source>
        <translation>rundum</translation>
    </message>
    <message>
        <source>{name} is not on the photo&apos;s edge: {parts}. Follow the edge moves it there.</source>
        <translation>{name} liegt neben dem Rand im Foto: {parts}. „Dem Rand folgen“ rückt es dorthin.</translation>
    </message>
    <message>
        <source>Following the edge</source>
        <translation>Folgt dem Rand</translation>
    </message>
    <message>
        <source>Moves a cut that lies a few pixels off to the edge that the photo has there</source>
        <translation>Rückt einen Schnitt, der ein paar Pixel danebenliegt, auf den Rand, den das Foto dort hat</translation>
    </message>
    <message>
        <source>Large holes from whole pieces</source>
        <translation>Große Löcher aus ganzen Stücken</translation>
    </message>
    <message>
        <source>Fills what is large by whole pieces of the photo that fit together: more of its own texture, where there is enough of it; takes longer</source>
        <translation>Füllt Großes mit ganzen Stücken des Fotos, die zusammenpassen: mehr von seiner eigenen Struktur, wo es genug davon gibt; dauert länger</translation>
    </message>
    <message>
        <source>Large holes patch by patch</source>
        <translation>Große Löcher Fleck für Fleck</translation>
    </message>
    <message>
        <source>Seen from farther off, something else stands out: look whether all of it is here.</source>
        <translation>Von weiter weg gesehen fällt etwas anderes auf: Sehen Sie nach, ob hier alles dabei ist.</translation>
    </message>
    <message>
        <source>{all}; whether all of the subject was found is in doubt</source>
        <translation>{all}; ob das ganze Motiv gefunden wurde, ist zweifelhaft</translation>
    </message>
    <message>
        <source>Paint where there is something to be copied into the hole that the chosen cut leaves, or what must not be. Right button: nothing is said of it.</source>
        <translation>Malen Sie dort, wovon in das Loch kopiert werden soll, das der gewählte Schnitt lässt, oder wovon nicht. Rechte Taste: davon wird nichts gesagt.</translation>
    </message>
    <message>
        <source>Nothing of what is painted is copied in</source>
        <translation>Von dem Gemalten wird nichts hineinkopiert</translation>
    </message>
    <message>
        <source>The hole is filled from what is painted alone</source>
        <translation>Das Loch wird allein aus dem Gemalten gefüllt</translation>
    </message>
    <message>
        <source>Copy from anywhere</source>
        <translation>Von überall kopieren</translation>
    </message>
    <message>
        <source>What was painted about this cut&apos;s hole is taken off</source>
        <translation>Was zum Loch dieses Schnitts gemalt wurde, wird weggenommen</translation>
    </message>
    <message>
        <source>Not from here</source>
        <translation>Nicht von hier</translation>
    </message>
    <message>
        <source>Copy from here</source>
        <translation>Von hier kopieren</translation>
    </message>
    <message>
        <source>Choose the cut whose hole is to be filled, then paint.</source>
        <translation>Wählen Sie den Schnitt, dessen Loch gefüllt werden soll, und malen Sie dann.</translation>
    </message>
    <message>
        <source>The layer that was painted for was deleted meanwhile.</source>
        <translation>Die Ebene, für die gemalt wurde, wurde inzwischen gelöscht.</translation>
    </message>
    <message>
        <source>Say nothing of a place</source>
        <translation>Über eine Stelle nichts sagen</translation>
    </message>
    <message>
        <source>Sources</source>
        <translation>Quellen</translation>
    </message>
    <message>
        <source>Paint from where a cut&apos;s hole is filled, or from where not</source>
        <translation>Malen, von wo das Loch eines Schnitts gefüllt wird, oder von wo nicht</translation>
    </message>
    <message>
        <source>Compare fills</source>
        <translation>Füllungen vergleichen</translation>
    </message>
    <message>
        <source>Click the one the holes are to have.</source>
        <translation>Klicken Sie auf die, die die Löcher haben sollen.</translation>
    </message>
    <message>
        <source>Keep the fill it has</source>
        <translation>Füllung behalten, wie sie ist</translation>
    </message>
    <message>
        <source>As it is: {way}</source>
        <translation>Wie sie ist: {way}</translation>
    </message>
    <message>
        <source>Fill the holes like this</source>
        <translation>Die Löcher so füllen</translation>
    </message>
    <message>
        <source>Believed most. {says}</source>
        <translation>Am glaubhaftesten. {says}</translation>
    </message>
    <message>
        <source>Another photo is open: its fills were left as they are.</source>
        <translation>Ein anderes Foto ist offen: Seine Füllungen bleiben, wie sie sind.</translation>
    </message>
    <message>
        <source>Choose a fill</source>
        <translation>Füllung wählen</translation>
    </message>
    <message>
        <source>{share:.0f}&#xa0;% of it is seen twice</source>
        <translation>{share:.0f}&#xa0;% davon sieht man zweimal</translation>
    </message>
    <message>
        <source>smoother than what is about it</source>
        <translation>glatter als das, was darum liegt</translation>
    </message>
    <message>
        <source>busier than what is about it</source>
        <translation>unruhiger als das, was darum liegt</translation>
    </message>
    <message>
        <source>something seems to stand in it</source>
        <translation>es scheint etwas darin zu stehen</translation>
    </message>
    <message>
        <source>its parts fit badly</source>
        <translation>die Teile passen schlecht zusammen</translation>
    </message>
    <message>
        <source>Nothing strikes the eye.</source>
        <translation>Nichts fällt ins Auge.</translation>
    </message>
    <message>
        <source>Compare fills …</source>
        <translation>Füllungen vergleichen …</translation>
    </message>
    <message>
        <source>Four fills of the same holes side by side in the move, to pick one of</source>
        <translation>Vier Füllungen derselben Löcher nebeneinander in der Bewegung, um eine zu wählen</translation>
    </message>
    <message>
        <source>the same is seen beside it</source>
        <translation>dasselbe sieht man daneben</translation>
    </message>
    <message>
        <source>Whole pieces</source>
        <translation>Ganze Stücke</translation>
    </message>
    <message>
        <source>Patch by patch</source>
        <translation>Fleck für Fleck</translation>
    </message>
    <message>
        <source>from whole pieces</source>
        <translation>aus ganzen Stücken</translation>
    </message>
</context>
</TS>
