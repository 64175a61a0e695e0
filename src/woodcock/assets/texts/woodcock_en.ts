<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="en" sourcelanguage="en">
<context>
    <name></name>
    <message numerus="yes">
        <source>%n layers, none selected</source>
        <translation>
            <numerusform>%n layer, none selected</numerusform>
            <numerusform>%n layers, none selected</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n pixels</source>
        <translation>
            <numerusform>%n pixel</numerusform>
            <numerusform>%n pixels</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n places</source>
        <translation>
            <numerusform>%n place</numerusform>
            <numerusform>%n places</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n lines</source>
        <translation>
            <numerusform>%n line</numerusform>
            <numerusform>%n lines</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n bits</source>
        <translation>
            <numerusform>%n bit</numerusform>
            <numerusform>%n bits</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n exports were not finished the last time. The queue in Export has them.</source>
        <translation>
            <numerusform>%n export was not finished the last time. The queue in Export has it.</numerusform>
            <numerusform>%n exports were not finished the last time. The queue in Export has them.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>No gaps in any of %n frames.</source>
        <translation>
            <numerusform>No gaps in %n frame.</numerusform>
            <numerusform>No gaps in any of %n frames.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>Export %n shapes …</source>
        <translation>
            <numerusform>Export %n shape …</numerusform>
            <numerusform>Export %n shapes …</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>About {size}, {time}: %n frames</source>
        <translation>
            <numerusform>About {size}, {time}: %n frame</numerusform>
            <numerusform>About {size}, {time}: %n frames</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>{text}, in each of %n shapes.</source>
        <translation>
            <numerusform>{text}, in %n shape.</numerusform>
            <numerusform>{text}, in each of %n shapes.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>{width} × {height}, {rate:g} frames a second, {seconds:g} s: %n frames.</source>
        <translation>
            <numerusform>{width} × {height}, {rate:g} frames a second, {seconds:g} s: %n frame.</numerusform>
            <numerusform>{width} × {height}, {rate:g} frames a second, {seconds:g} s: %n frames.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n points, none chosen</source>
        <translation>
            <numerusform>%n point, none chosen</numerusform>
            <numerusform>%n points, none chosen</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n blades</source>
        <translation>
            <numerusform>%n blade</numerusform>
            <numerusform>%n blades</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n frames</source>
        <translation>
            <numerusform>%n frame</numerusform>
            <numerusform>%n frames</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>Frames that are not drawn yet play as the mean of %n moments at the most. The still picture and the export always have all of them.</source>
        <translation>
            <numerusform>Frames that are not drawn yet play as the mean of %n moment at the most. The still picture and the export always have all of them.</numerusform>
            <numerusform>Frames that are not drawn yet play as the mean of %n moments at the most. The still picture and the export always have all of them.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>This frame is the mean of %n moments.</source>
        <translation>
            <numerusform>This frame is the mean of %n moment.</numerusform>
            <numerusform>This frame is the mean of %n moments.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n beats found in {name}: keys that are dragged keep to them.</source>
        <translation>
            <numerusform>%n beat found in {name}: keys that are dragged keep to it.</numerusform>
            <numerusform>%n beats found in {name}: keys that are dragged keep to them.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>{width} × {height} pixels, %n layers, the nearest on top. What is nearer stands before what is farther.</source>
        <translation>
            <numerusform>{width} × {height} pixels, %n layer, the nearest on top. What is nearer stands before what is farther.</numerusform>
            <numerusform>{width} × {height} pixels, %n layers, the nearest on top. What is nearer stands before what is farther.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n pins. Drag one at another time to bend the layer.</source>
        <translation>
            <numerusform>%n pin. Drag one at another time to bend the layer.</numerusform>
            <numerusform>%n pins. Drag one at another time to bend the layer.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n keys{whose}</source>
        <translation>
            <numerusform>%n key{whose}</numerusform>
            <numerusform>%n keys{whose}</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n layers</source>
        <translation>
            <numerusform>%n layer</numerusform>
            <numerusform>%n layers</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n gaps</source>
        <translation>
            <numerusform>%n gap</numerusform>
            <numerusform>%n gaps</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n layers, {seconds:g} s. Last act: {act}.</source>
        <translation>
            <numerusform>%n layer, {seconds:g} s. Last act: {act}.</numerusform>
            <numerusform>%n layers, {seconds:g} s. Last act: {act}.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n more things stand out: Tab cuts the next.</source>
        <translation>
            <numerusform>Another thing stands out: Tab cuts the next.</numerusform>
            <numerusform>%n more things stand out: Tab cuts the next.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>{width}×{height} {kind}, %n frames at {rate:.3g} a second: {seconds:.1f} s.</source>
        <translation>
            <numerusform>{width}×{height} {kind}, %n frame at {rate:.3g} a second: {seconds:.1f} s.</numerusform>
            <numerusform>{width}×{height} {kind}, %n frames at {rate:.3g} a second: {seconds:.1f} s.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>Spread %n evenly in parallax</source>
        <translation>
            <numerusform>Spread %n evenly in parallax</numerusform>
            <numerusform>Spread %n evenly in parallax</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n keys</source>
        <translation>
            <numerusform>%n key</numerusform>
            <numerusform>%n keys</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>{name}, %n keys, </source>
        <translation>
            <numerusform>{name}, %n key, </numerusform>
            <numerusform>{name}, %n keys, </numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n things, none selected</source>
        <translation>
            <numerusform>%n thing, none selected</numerusform>
            <numerusform>%n things, none selected</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>{name} has %n layers; Woodcock opens up to {most}. {kept}</source>
        <translation>
            <numerusform>{name} has %n layer; Woodcock opens up to {most}. {kept}</numerusform>
            <numerusform>{name} has %n layers; Woodcock opens up to {most}. {kept}</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>The %n oldest acts can&apos;t be undone any more: undo had no room left ({undo_bytes:,.0f} MB, {freed:,.0f} MB are free again).</source>
        <translation>
            <numerusform>The oldest act can&apos;t be undone any more: undo had no room left ({undo_bytes:,.0f} MB, {freed:,.0f} MB are free again).</numerusform>
            <numerusform>The %n oldest acts can&apos;t be undone any more: undo had no room left ({undo_bytes:,.0f} MB, {freed:,.0f} MB are free again).</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n photographs are there; {name} is open. Drop the ones you want.</source>
        <translation>
            <numerusform>%n photograph is there; {name} is open. Drop the ones you want.</numerusform>
            <numerusform>%n photographs are there; {name} is open. Drop the ones you want.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n files of another kind were left aside.</source>
        <translation>
            <numerusform>%n file of another kind was left aside.</numerusform>
            <numerusform>%n files of another kind were left aside.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n frames are looked at, the others follow.</source>
        <translation>
            <numerusform>%n frame is looked at, the others follow.</numerusform>
            <numerusform>%n frames are looked at, the others follow.</numerusform>
        </translation>
    </message>
</context>
</TS>
