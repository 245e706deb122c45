<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="eo">
<context>
    <name>words</name>
    <message>
        <source>Battery</source>
        <translation>Baterio</translation>
    </message>
    <message>
        <source>Second drive</source>
        <translation>Dua movilo</translation>
    </message>
    <message>
        <source>3S 2200 lithium polymer, 30 C</source>
        <translation>3S 2200 litia polimero, 30 C</translation>
    </message>
    <message>
        <source>PETG print</source>
        <translation>Preso el PETG</translation>
    </message>
    <message>
        <source>{1} stands {0} over the running water: it draws air.</source>
        <translation>Je {0} tro alte: {1} suĉas aeron.</translation>
    </message>
    <message numerus="yes">
        <source>{0} holes</source>
        <translation>
            <numerusform>{0} truo</numerusform>
            <numerusform>{0} truoj</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>plucky::app::PreferencesPage</name>
    <message>
        <source>Preferences</source>
        <translation>Agordoj</translation>
    </message>
</context>
</TS>
