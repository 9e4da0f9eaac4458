import type { CaptureContext } from "../capture";
import { defaultSettings } from "../model";

const lines = String.raw`
# Days
order stakes tomorrow  =>  task “order stakes” | 11-25
order stakes today  =>  task “order stakes” | 11-24
order stakes Thursday  =>  task “order stakes” | 11-26
order stakes on Thursday  =>  task “order stakes” | 11-26
order stakes next Thursday  =>  task “order stakes” | 12-03
order stakes this Friday  =>  task “order stakes” | 11-27
order stakes 3 Dec  =>  task “order stakes” | 12-03
order stakes 3rd of December  =>  task “order stakes” | 12-03
order stakes on 3 December 2026  =>  task “order stakes” | 12-03
order stakes December 3  =>  task “order stakes” | 12-03
order stakes Dec 3rd  =>  task “order stakes” | 12-03
order stakes 2026-12-03  =>  task “order stakes” | 12-03
order stakes in 2 days  =>  task “order stakes” | 11-26
order stakes in a week  =>  task “order stakes” | 12-01
order stakes next week  =>  task “order stakes” | 11-30
order stakes next month  =>  task “order stakes” | 12-01
order stakes day after tomorrow  =>  task “order stakes” | 11-26
tomorrow: order stakes  =>  task “order stakes” | 11-25
Thursday order stakes  =>  task “order stakes” | 11-26
order stakes yesterday  =>  task “order stakes” | 11-23
order stakes at the weekend  =>  task “order stakes” | 11-28
visit grandmother at the weekend  =>  task “visit grandmother” | 11-28
visit grandmother this weekend  =>  task “visit grandmother” | 11-28
visit grandmother next weekend  =>  task “visit grandmother” | 12-05
visit grandmother over the weekend  =>  task “visit grandmother” | 11-28
order stakes on 29 Feb  =>  task “order stakes on 29 Feb”
order stakes 31 April  =>  task “order stakes 31 April” | remark
order stakes 1.12.  =>  task “order stakes 1.12.”
order stakes 1.12.2026  =>  task “order stakes” | 12-01
order stakes on 1.12.  =>  task “order stakes” | 12-01
order stakes due 3.12.  =>  task “order stakes” | due 12-03
order stakes due 3.12.26 vital  =>  task “order stakes” | due 12-03 | vital
order stakes 31.4.2027  =>  task “order stakes 31.4.2027”
1.2. order stakes  =>  task “1.2. order stakes”
order stakes to 20.3.  =>  task “order stakes to 20.3.”
order stakes 1/12  =>  task “order stakes” | 12-01
order stakes Mon 30 Nov  =>  task “order stakes” | 11-30
order stakes Monday 30 November  =>  task “order stakes” | 11-30
order stakes 24 Dec 2027  =>  task “order stakes” | 12-24
# Stretches of days
Holiday 20 December to 3 January  =>  event “Holiday” | 12-20..27-01-03
Holiday 20 Dec - 3 Jan  =>  event “Holiday” | 12-20..27-01-03
Holiday 20 Dec–3 Jan  =>  event “Holiday” | 12-20..27-01-03
Trip from 20 to 23 December  =>  event “Trip” | 12-20..26-12-23
Trip from 20 to 23 Dec 2027  =>  event “Trip” | 12-20..27-12-23
Trip 20-23 Dec  =>  event “Trip” | 12-20..26-12-23
Trip 20 to 23 Dec  =>  event “Trip” | 12-20..26-12-23
Trip Dec 20 to 23  =>  event “Trip” | 12-20..26-12-23
Trip December 20 to January 3  =>  event “Trip” | 12-20..27-01-03
Trip from Monday to Wednesday  =>  event “Trip” | 11-30..26-12-02
conference Mon to Wed  =>  event “conference” | 11-30..26-12-02
conference Mon-Wed  =>  event “conference” | 11-30..26-12-02
conference tomorrow to Friday  =>  event “conference” | 11-25..26-11-27
conference 2026-12-20 to 2026-12-23  =>  event “conference” | 12-20..26-12-23
fieldwork between 1 and 4 December  =>  event “fieldwork” | 12-01..26-12-04
fieldwork between Monday and Thursday  =>  event “fieldwork” | 11-30..26-12-03
event: fieldwork 1 to 4 December  =>  event “fieldwork” | 12-01..26-12-04
task: write the chapter 1 to 4 December  =>  task “write the chapter” | 12-01..26-12-04 | due 12-04
write the chapter 1 to 4 December  =>  task “write the chapter” | 12-01..26-12-04 | due 12-04
compare 2 Dec and 9 Dec  =>  task “compare and 9 Dec” | 12-02
compare Monday and Thursday figures  =>  task “compare and Thursday figures” | 11-30
due 20 to 23 Dec claim  =>  task “claim” | due 12-20
leave 20th December until 3rd January  =>  event “leave” | 12-20..27-01-03
Trip from 28 Dec to 2 Jan  =>  event “Trip” | 12-28..27-01-02
Trip 30 to 2 Jan  =>  event “Trip” | 12-30..27-01-02
Trip 23 to 20 Dec  =>  task “Trip” | 12-23
read pages 20 to 23  =>  task “read pages 20 to 23”
rooms 20-23  =>  task “rooms 20-23”
# Clock times
ring the mill at 9:15  =>  task “ring the mill” | 11-25 | 9:15-9:45
ring the mill at 9.15  =>  task “ring the mill” | 11-25 | 9:15-9:45
ring the mill at 14:00  =>  task “ring the mill” | 11-24 | 14:00-14:30
ring the mill at 2pm  =>  task “ring the mill” | 11-24 | 14:00-14:30
ring the mill at 2 pm  =>  task “ring the mill” | 11-24 | 14:00-14:30
ring the mill 2:30pm  =>  task “ring the mill” | 11-24 | 14:30-15:00
ring the mill at noon  =>  task “ring the mill” | 11-24 | 12:00-12:30
ring the mill at midday  =>  task “ring the mill” | 11-24 | 12:00-12:30
ring the mill at midnight  =>  task “ring the mill” | 11-25 | 0:00-0:30
ring the mill at half past three  =>  task “ring the mill” | 11-24 | 15:30-16:00
ring the mill at half past 3  =>  task “ring the mill” | 11-24 | 15:30-16:00
ring the mill half past nine  =>  task “ring the mill” | 11-25 | 9:30-10:00
ring the mill at half nine  =>  task “ring the mill” | 11-25 | 9:30-10:00
ring the mill at quarter to nine  =>  task “ring the mill” | 11-25 | 8:45-9:15
ring the mill at a quarter past eight  =>  task “ring the mill” | 11-25 | 8:15-8:45
ring the mill at ten to four  =>  task “ring the mill” | 11-24 | 15:50-16:20
ring the mill at twenty past two  =>  task “ring the mill” | 11-24 | 14:20-14:50
ring the mill at twenty-five to six  =>  task “ring the mill” | 11-24 | 17:35-18:05
ring the mill at five past eleven  =>  task “ring the mill” | 11-25 | 11:05-11:35
ring the mill at quarter past 8 in the evening  =>  task “ring the mill” | 11-24 | 20:15-20:45
ring the mill at half past seven pm  =>  task “ring the mill” | 11-24 | 19:30-20:00
ring the mill at half past six in the morning  =>  task “ring the mill” | 11-25 | 6:30-7:00
ring the mill at 3 o'clock  =>  task “ring the mill” | 11-24 | 15:00-15:30
ring the mill tomorrow at 9  =>  task “ring the mill” | 11-25 | 9:00-9:30
ring the mill tomorrow at 9am  =>  task “ring the mill” | 11-25 | 9:00-9:30
ring the mill tomorrow 9:00  =>  task “ring the mill” | 11-25 | 9:00-9:30
ring the mill Thu 9:30  =>  task “ring the mill” | 11-26 | 9:30-10:00
ring the mill on Thursday at half past three  =>  task “ring the mill” | 11-26 | 15:30-16:00
ring the mill in 2 h  =>  task “ring the mill” | 11-24 | 13:07-13:37
ring the mill in 2 hours  =>  task “ring the mill” | 11-24 | 13:07-13:37
ring the mill in 90 min  =>  task “ring the mill” | 11-24 | 12:37-13:07
ring the mill in half an hour  =>  task “ring the mill” | 11-24 | 11:37-12:07
ring the mill in an hour  =>  task “ring the mill” | 11-24 | 12:07-12:37
ring the mill in an hour and a half  =>  task “ring the mill” | 11-24 | 12:37-13:07
ring the mill in 20 h  =>  task “ring the mill” | 11-25 | 7:07-7:37
ring the mill in 1.5 h  =>  task “ring the mill” | 11-24 | 12:37-13:07
ring the mill 9:30 to 10:15  =>  task “ring the mill” | 11-25 | 9:30-10:15
ring the mill 9:30-10:15  =>  task “ring the mill” | 11-25 | 9:30-10:15
ring the mill from 9:30 to 10:15  =>  task “ring the mill” | 11-25 | 9:30-10:15
ring the mill from 2 to 3 pm  =>  task “ring the mill” | 11-24 | 14:00-15:00
ring the mill 2-3pm  =>  task “ring the mill” | 11-24 | 14:00-15:00
ring the mill 10am-12pm tomorrow  =>  task “ring the mill” | 11-25 | 10:00-12:00
ring the mill tomorrow from 9 to 11  =>  task “ring the mill” | 11-25 | 9:00-11:00
ring the mill Friday 14-15  =>  task “ring the mill” | 11-27 | 14:00-15:00
ring the mill at 25:00  =>  task “ring the mill at 25:00”
ring the mill at 9:75  =>  task “ring the mill at 9:75”
half of the hedge  =>  task “half of the hedge”
half past the weir  =>  task “half past the weir”
a quarter of the field  =>  task “a quarter of the field”
10 to 4 people  =>  task “10 to 4 people”
# Parts of a day
order stakes tomorrow morning  =>  task “order stakes” | 11-25 | 8:00-8:30
order stakes this morning  =>  task “order stakes” | 11-24 | 11:10-11:40
order stakes this afternoon  =>  task “order stakes” | 11-24 | 13:00-13:30
order stakes this evening  =>  task “order stakes” | 11-24 | 18:00-18:30
order stakes tonight  =>  task “order stakes” | 11-24 | 18:00-18:30
order stakes tomorrow evening 20 min  =>  task “order stakes” | 11-25 | 18:00-18:20 | 20 min
order stakes Thursday afternoon  =>  task “order stakes” | 11-26 | 13:00-13:30
order stakes on Friday evening  =>  task “order stakes” | 11-27 | 18:00-18:30
order stakes in the morning  =>  task “order stakes” | 11-25 | 8:00-8:30
order stakes in the afternoon  =>  task “order stakes” | 11-24 | 13:00-13:30
order stakes in the evening 1 h  =>  task “order stakes” | 11-24 | 18:00-19:00 | 60 min
order stakes after lunch  =>  task “order stakes” | 11-24 | 13:00-13:30
order stakes tomorrow after lunch  =>  task “order stakes” | 11-25 | 13:00-13:30
order stakes before lunch tomorrow  =>  task “order stakes” | 11-25 | 8:00-8:30
order stakes over lunch  =>  task “order stakes” | 11-24 | 12:00-12:30
order stakes tomorrow at 9 in the morning  =>  task “order stakes” | 11-25 | 9:00-9:30
order stakes tomorrow morning at 9  =>  task “order stakes” | 11-25 | 9:00-9:30
order stakes tomorrow night  =>  task “order stakes” | 11-25 | 18:00-18:30
order stakes 3 Dec morning  =>  task “order stakes” | 12-03 | 8:00-8:30
good morning letter  =>  task “good morning letter”
write about the evening tide  =>  task “write about the evening tide”
event: open house tomorrow morning  =>  event “open house” | 11-25 | 8:00-12:00
event: open house Saturday afternoon  =>  event “open house” | 11-28 | 13:00-17:30
morning pages  =>  task “morning pages”
lunch  =>  task “lunch”
# Lengths
survey 20 min  =>  task “survey” | 20 min
survey 20min  =>  task “survey” | 20 min
survey 20 minutes  =>  task “survey” | 20 min
survey 1 h  =>  task “survey” | 60 min
survey 1h  =>  task “survey” | 60 min
survey 1 h 30  =>  task “survey” | 90 min
survey 1h30  =>  task “survey” | 90 min
survey 1:30 h  =>  task “survey” | 90 min
survey 1.5 h  =>  task “survey” | 90 min
survey 1,5 h  =>  task “survey” | 90 min
survey 2 hours  =>  task “survey” | 120 min
survey 2 hrs 15  =>  task “survey” | 135 min
survey for 45 min  =>  task “survey” | 45 min
survey half an hour  =>  task “survey” | 30 min
survey for half an hour  =>  task “survey” | 30 min
survey an hour and a half  =>  task “survey” | 90 min
survey one hour and a half  =>  task “survey” | 90 min
survey three quarters of an hour  =>  task “survey” | 45 min
survey a quarter of an hour  =>  task “survey” | 15 min
survey two hours  =>  task “survey” | 120 min
survey takes 40 min  =>  task “survey” | 40 min
survey about 2 h  =>  task “survey” | 120 min
survey 3 sittings of 90 min  =>  task “survey” | 270 min
survey for 3 sittings of 90 min  =>  task “survey” | 270 min
survey in 4 sittings of 1 h 15  =>  task “survey” | 300 min
survey three sessions of 50 min  =>  task “survey” | 150 min
survey 3 × 50 min  =>  task “survey” | 150 min
survey 2x 45 min  =>  task “survey” | 90 min
survey two sittings of an hour  =>  task “survey” | 120 min
an hour of reading  =>  task “reading” | 60 min
30 min walk  =>  task “walk” | 30 min
plant 90m of hedge  =>  task “plant 90m of hedge”
order 400 willow stakes  =>  task “order 400 willow stakes”
survey 20 min or 30 min  =>  task “survey or 30 min” | 20 min
# Due
letter due 2 Dec  =>  task “letter” | due 12-02
letter due on Friday  =>  task “letter” | due 11-27
letter due Fri 17:00  =>  task “letter” | due 11-27T17:00
letter by 4 December  =>  task “letter” | due 12-04
letter by Friday  =>  task “letter” | due 11-27
letter by tomorrow noon  =>  task “letter” | due 11-25T12:00
letter before Friday  =>  task “letter” | due 11-27
before Friday: tidy the store  =>  task “tidy the store” | due 11-27
letter until Friday  =>  task “letter” | due 11-27
letter no later than Friday  =>  task “letter” | due 11-27
letter due tomorrow 1 h  =>  task “letter” | 60 min | due 11-25
letter due 31 Feb  =>  task “letter due 31 Feb” | remark
claim, due Wed 2 Dec, 75 min, high  =>  task “claim” | 75 min | due 12-02 | high
letter due by 4 Dec  =>  task “letter” | due 12-04
letter today due Fri  =>  task “letter” | 11-24 | due 11-27
stand by the river  =>  task “stand by the river”
written by Ines  =>  task “written by Ines”
# What comes again
stretch every day  =>  task “stretch” | 11-24 | DAILY
stretch each day at 7:30  =>  task “stretch” | 11-24 | 7:30-8:00 | DAILY
crew call every Monday 9:00  =>  event “crew call” | 11-30 | 9:00-9:30 | WEEKLY;BYDAY=MO
crew call every Mon and Thu  =>  task “crew call” | 11-26 | WEEKLY;BYDAY=MO,TH
crew call on Mondays  =>  task “crew call” | 11-30 | WEEKLY;BYDAY=MO
crew call Mondays 9:00  =>  event “crew call” | 11-30 | 9:00-9:30 | WEEKLY;BYDAY=MO
gym mon wed fri 7am  =>  task “gym” | 11-25 | 7:00-7:30 | WEEKLY;BYDAY=MO,WE,FR
gym mon, wed, fri 7am  =>  task “gym” | 11-25 | 7:00-7:30 | WEEKLY;BYDAY=MO,WE,FR
gym mon, wed and fri at 7  =>  task “gym” | 11-25 | 7:00-7:30 | WEEKLY;BYDAY=MO,WE,FR
gym Mon/Wed/Fri  =>  task “gym” | 11-25 | WEEKLY;BYDAY=MO,WE,FR
gym Mon & Thu  =>  task “gym” | 11-26 | WEEKLY;BYDAY=MO,TH
gym tuesdays and thursdays  =>  task “gym” | 11-24 | WEEKLY;BYDAY=TU,TH
gym sat sun 10:00  =>  task “gym” | 11-28 | 10:00-10:30 | WEEKLY;BYDAY=SA,SU
read 30 pages a day  =>  task “read 30 pages” | 11-24 | DAILY
read 30 pages a day until 20 Dec  =>  task “read 30 pages” | 11-24 | DAILY;UNTIL=20261220
read 30 pages per day until Friday  =>  task “read 30 pages” | 11-24 | DAILY;UNTIL=20261127
read 2 chapters a week  =>  task “read 2 chapters” | 11-24 | WEEKLY
read once a day  =>  task “read” | 11-24 | DAILY
call mum once a week  =>  task “call mum” | 11-24 | WEEKLY
backup weekly  =>  task “backup” | 11-24 | WEEKLY
backup weekly at 9:00  =>  task “backup” | 11-24 | 9:00-9:30 | WEEKLY
backup daily 10 min  =>  task “backup” | 11-24 | 10 min | DAILY
backup monthly  =>  task “backup” | 11-24 | MONTHLY
renew the pass yearly  =>  task “renew the pass” | 11-24 | YEARLY
weekly report  =>  task “weekly report”
read the daily news  =>  task “read the daily news”
stretch every day until 20 Dec  =>  task “stretch” | 11-24 | DAILY;UNTIL=20261220
until 20 Dec stretch every day  =>  task “stretch” | 11-24 | DAILY;UNTIL=20261220
crew call every Monday 9:00 until 1 March  =>  event “crew call” | 11-30 | 9:00-9:30 | WEEKLY;BYDAY=MO;UNTIL=20270301
figures every 2 weeks  =>  task “figures” | 11-24 | WEEKLY;INTERVAL=2
figures every 2 weeks until 30 June 2027  =>  task “figures” | 11-24 | WEEKLY;INTERVAL=2;UNTIL=20270630
board every other Wednesday  =>  task “board” | 11-25 | WEEKLY;INTERVAL=2;BYDAY=WE
rent every month on the 3rd  =>  task “rent” | 12-03 | MONTHLY;BYMONTHDAY=3
hours to Odile every last Friday of the month  =>  task “hours to Odile” | 11-27 | MONTHLY;BYDAY=-1FR
read the gauges every weekday 10 min  =>  task “read the gauges” | 11-24 | 10 min | WEEKLY;BYDAY=MO,TU,WE,TH,FR
read the gauges every working day  =>  task “read the gauges” | 11-24 | WEEKLY;BYDAY=MO,TU,WE,TH,FR
every Friday: water the ferns  =>  task “water the ferns” | 11-27 | WEEKLY;BYDAY=FR
ask everybody  =>  task “ask everybody”
everyday words  =>  task “everyday words”
sun and rain  =>  task “sun and rain”
Mon  =>  task “Mon” | 11-30
mon ami  =>  task “ami” | 11-30
# Priorities, themes, tags, people
letter high  =>  task “letter” | high
letter vital 1 h  =>  task “letter” | 60 min | vital
letter low priority  =>  task “letter” | low
order high street map  =>  task “order high street map”
letter #reporting  =>  task “letter” | theme reporting
letter #Reporting 1 h  =>  task “letter” | 60 min | theme reporting
letter #flood  =>  task “letter” | #flood
letter #flood #mill  =>  task “letter” | #flood#mill
survey @Ines  =>  task “survey” | @Ines
survey @Bo  =>  task “survey” | @Bo
survey @Ines @Bo #flood  =>  task “survey” | #flood | @Ines@Bo
walk with Ines  =>  task “walk with Ines” | @Ines
walk with Ines tomorrow  =>  task “walk with Ines” | 11-25 | @Ines
walk with Ines and Bo Larsen  =>  task “walk with Ines and Bo Larsen” | @Ines@Bo Larsen
walk with Ines, Bo Larsen and Odile  =>  task “walk with Ines, Bo Larsen and Odile” | @Ines@Bo Larsen@Odile
walk with Odile and Ines tomorrow  =>  task “walk with Odile and Ines” | 11-25 | @Odile@Ines
deal with the rest  =>  task “deal with the rest”
mail bo@mill.example  =>  task “mail bo@mill.example”
issue #12  =>  task “issue #12”
# Events
meeting tomorrow 10:00  =>  event “meeting” | 11-25 | 10:00-11:00
meeting tomorrow at 10 for 2 h  =>  event “meeting” | 11-25 | 10:00-12:00 | 120 min
team meeting Thu 14:00 to 15:30  =>  event “team meeting” | 11-26 | 14:00-15:30
meeting tomorrow  =>  task “meeting” | 11-25
prepare the meeting tomorrow 10:00  =>  task “prepare the meeting” | 11-25 | 10:00-10:30
book the dentist tomorrow 10:00  =>  task “book the dentist” | 11-25 | 10:00-10:30
dentist Thu 15:30  =>  event “dentist” | 11-26 | 15:30-16:30
lunch with Ines Thu 12:30  =>  event “lunch with Ines” | 11-26 | 12:30-13:30 | @Ines
lunch with Ines at the mill Thu 12:30  =>  event “lunch with Ines” | 11-26 | 12:30-13:30 | at the mill | @Ines
lunch Thu 12:30 at Café Weir  =>  event “lunch” | 11-26 | 12:30-13:30 | at Café Weir
dinner at 8pm  =>  event “dinner” | 11-24 | 20:00-21:00
call Ada at 8pm  =>  event “call Ada” | 11-24 | 20:00-20:30
call Ada at 8pm for 20 min  =>  task “call Ada” | 11-24 | 20:00-20:20 | 20 min
call Ada tomorrow  =>  task “call Ada” | 11-25
call with Ines Thu 9:00  =>  event “call with Ines” | 11-26 | 9:00-9:30 | @Ines
phone call with the council Thu 9:00  =>  event “phone call with the council” | 11-26 | 9:00-9:30
interview in Room 4 on Thu 9:00  =>  event “interview” | 11-26 | 9:00-10:00 | at Room 4
lecture in the main hall Thu 9:00-10:30  =>  event “lecture” | 11-26 | 9:00-10:30 | at the main hall
concert Saturday 19:30  =>  event “concert” | 11-28 | 19:30-20:30
concert Saturday 19:30 due Fri  =>  task “concert” | 11-28 | 19:30-20:00 | due 11-27
birthday of Odile 3 Dec  =>  event “birthday of Odile” | 12-03
Odile's birthday 3 December  =>  event “Odile's birthday” | 12-03
holiday 3 Dec  =>  event “holiday” | 12-03
walk with Ines at 14:00  =>  event “walk with Ines” | 11-24 | 14:00-15:00 | @Ines
site walk at the old mill 14:00  =>  event “site walk” | 11-24 | 14:00-15:00 | at the old mill
read the gauges at the old mill 14:00  =>  task “read the gauges at the old mill” | 11-24 | 14:00-14:30
crew meeting every Monday 9:00  =>  event “crew meeting” | 11-30 | 9:00-10:00 | WEEKLY;BYDAY=MO
yoga class tuesdays 18:30  =>  event “yoga class” | 11-24 | 18:30-19:30 | WEEKLY;BYDAY=TU
meeting tomorrow 10:00 remind me 10 min before  =>  event “meeting” | 11-25 | 10:00-11:00 | rings -10
event: planting day Sat 9:00 to 12:00  =>  event “planting day” | 11-28 | 9:00-12:00
event: choir trip Wed  =>  event “choir trip” | 11-25
event: workshop tomorrow at the mill 9:00  =>  event “workshop” | 11-25 | 9:00-10:00 | at the mill
task: meeting tomorrow 10:00  =>  task “meeting” | 11-25 | 10:00-10:30
note: meeting tomorrow 10:00  =>  note “meeting tomorrow 10:00”
doctor's letter tomorrow  =>  task “doctor's letter” | 11-25
# Asking
create a task to call Ada  =>  task “call Ada”
create a task for call Ada at 8pm for an hour  =>  task “call Ada” | 11-24 | 20:00-21:00 | 60 min
add a task: order stakes tomorrow  =>  task “order stakes” | 11-25
please add a task to order stakes  =>  task “order stakes”
new task order stakes 20 min  =>  task “order stakes” | 20 min
can you create a reminder list  =>  task “can you create a reminder list”
create an event for planting day Sat 9:00  =>  event “planting day” | 11-28 | 9:00-10:00
create a note about the mill  =>  note “the mill”
add a to-do to water the ferns  =>  task “water the ferns”
remind me to send the parcel  =>  task “send the parcel”
remind me to send the parcel tomorrow  =>  task “send the parcel” | 11-25
remind me to send the parcel at 17:00  =>  task “send the parcel” | 11-24 | rings 11-24T17:00
remind me at 17:00 to send the parcel  =>  task “send the parcel” | 11-24 | rings 11-24T17:00
Remind me tomorrow at 9 to send the parcel  =>  task “send the parcel” | 11-25 | rings 11-25T09:00
remind me tomorrow to send the parcel  =>  task “send the parcel” | 11-25
remind me on Thursday to send the parcel  =>  task “send the parcel” | 11-26
remind me in 2 h to send the parcel  =>  task “send the parcel” | 11-24 | rings 11-24T13:07
remind me in an hour to check the oven  =>  task “check the oven” | 11-24 | rings 11-24T12:07
remind me about the parcel at 17:00  =>  task “the parcel” | 11-24 | rings 11-24T17:00
remind me every Monday at 9:00 to send the figures  =>  task “send the figures” | 11-30 | 9:00-9:30 | WEEKLY;BYDAY=MO
remind me of Odile's birthday on 3 Dec  =>  event “Odile's birthday” | 12-03
don't forget to water the ferns  =>  task “water the ferns”
don’t forget to water the ferns tomorrow  =>  task “water the ferns” | 11-25
remember to water the ferns  =>  task “water the ferns”
I need to water the ferns tomorrow  =>  task “water the ferns” | 11-25
I have to call Ada on Friday  =>  task “call Ada” | 11-27
I want to read more  =>  task “read more”
todo: water the ferns  =>  task “water the ferns”
to-do: water the ferns 10 min  =>  task “water the ferns” | 10 min
add milk to the list  =>  task “add milk to the list”
make a map of the mill  =>  task “make a map of the mill”
make a cake tomorrow  =>  task “make a cake” | 11-25
please water the ferns  =>  task “water the ferns”
# Reminders and rest
call the mill Thu 10:00 remind me 10 min before  =>  event “call the mill” | 11-26 | 10:00-10:30 | rings -10
call the mill Thu 10:00 reminder an hour ahead  =>  event “call the mill” | 11-26 | 10:00-10:30 | rings -60
call the mill Thu 10:00 remind me then  =>  event “call the mill” | 11-26 | 10:00-10:30 | rings -0
letter due Fri remind me a day before  =>  task “letter” | due 11-27 | rings -1440
plan the fair hide until Friday  =>  task “plan the fair” | rests 11-27
plan the fair rest until 3 Dec  =>  task “plan the fair” | rests 12-03
plan the fair hide until Friday due 20 Dec  =>  task “plan the fair” | due 12-20 | rests 11-27
plan the fair not before Monday  =>  task “plan the fair” | rests 11-30
plan the fair hidden till next week  =>  task “plan the fair” | rests 11-30
rest in the afternoon  =>  task “rest” | 11-24 | 13:00-13:30
# Nasty
sat with the crew at the weir  =>  task “sat with the crew at the weir”
march to the high street shop  =>  task “march to the high street shop”
may  =>  task “may”
now  =>  task “now”
may day plans  =>  task “may day plans”
low tide at the mill  =>  task “low tide at the mill”
10-12 volunteers  =>  task “10-12 volunteers”
vital  =>  task “vital”
due  =>  task “due”
every  =>  task “every”
at  =>  task “at”
until  =>  task “until”
for 20 min  =>  task “for 20 min” | 20 min
tomorrow  =>  task “tomorrow” | 11-25
20 min tomorrow high  =>  task “20 min tomorrow high” | 11-25 | 20 min | high
Thu 9:30  =>  task “Thu 9:30” | 11-26 | 9:30-10:00
@Ines  =>  task “@Ines” | @Ines
#flood  =>  task “#flood” | #flood
9:30  =>  task “9:30” | 11-25 | 9:30-10:00
1 h  =>  task “1 h” | 60 min
event:  =>  event “event:”
note:  =>  note “note:”
task:  =>  task “task:”
: tomorrow  =>  task “:” | 11-25
,,,, tomorrow ,,,  =>  task “,,,,,,” | 11-25
read chapter 3-4 tomorrow  =>  task “read chapter 3-4” | 11-25
version 2.10 release notes  =>  task “version 2.10 release notes”
call 555-0199 tomorrow  =>  task “call 555-0199” | 11-25
room 9-10 keys  =>  task “room 9-10 keys”
buy 2 1/2 kg of nails  =>  task “buy 2 1/2 kg of nails”
pay 9.30 to Odile  =>  task “pay 9.30 to Odile”
9:30 9:45 walk  =>  task “9:45 walk” | 11-25 | 9:30-10:00
tomorrow today walk  =>  task “today walk” | 11-25
Fri Fri walk  =>  task “Fri walk” | 11-27
1 h 2 h walk  =>  task “2 h walk” | 60 min
due Fri due Thu letter  =>  task “due Thu letter” | due 11-27
every day every week walk  =>  task “every week walk” | 11-24 | DAILY
read “tomorrow never comes”  =>  task “read “tomorrow never comes””
https://moor.example/2026-12-03/at-9:30 read  =>  task “https://moor.example/2026-12-03/at-9:30 read”
mail ines@moor.example at 9:30  =>  task “mail ines@moor.example” | 11-25 | 9:30-10:00
🌱 plant at 9:30  =>  task “🌱 plant” | 11-25 | 9:30-10:00
مرحبا tomorrow  =>  task “مرحبا” | 11-25
<b>bold</b> tomorrow  =>  task “<b>bold</b>” | 11-25
C:\2026\notes tomorrow  =>  task “C:\2026\notes” | 11-25
in 2 h in 3 h walk  =>  task “in 3 h walk” | 11-24 | 13:07-13:37
from Monday to  =>  task “to” | 11-30
to Friday  =>  task “to” | 11-27
Monday to Monday  =>  task “Monday to Monday” | 11-30
20 December to 20 December  =>  task “20 December to 20 December” | 12-20
half past  =>  task “half past”
quarter to  =>  task “quarter to”
3 sittings of  =>  task “3 sittings of”
with  =>  task “with”
with Ines  =>  task “with Ines” | @Ines
lunch with  =>  task “lunch with”
remind me  =>  task “remind me”
remind me to  =>  task “remind me to”
create a task  =>  task “create a task”
hide until  =>  task “hide until”
weekend  =>  task “weekend”
the weekend trip budget  =>  task “the weekend trip budget”
tonight tonight  =>  task “tonight” | 11-24 | 18:00-18:30
Write the minutes 1 h #reporting  =>  task “Write the minutes” | 60 min | theme reporting
read the hours tomorrow  =>  task “read the hours” | 11-25
letter due 1 March  =>  task “letter” | due 03-01
letter by 31 March 2027  =>  task “letter” | due 03-31
walk on 5th March at 10:00  =>  task “walk” | 03-05 | 10:00-10:30
write chapter 2 on Friday, 2 h, high  =>  task “write chapter 2” | 11-27 | 120 min | high
ask, tomorrow, for the key  =>  task “ask, for the key” | 11-25
task: remind me at 17:00 to water the plants  =>  task “water the plants” | 11-24 | rings 11-24T17:00
walk from 28 Feb to 3 March  =>  event “walk” | 02-28..27-03-03

# As it is said every day
pay rent on the 1st of every month  =>  task “pay rent” | 12-01 | MONTHLY;BYMONTHDAY=1
pay every 31st  =>  task “pay” | 12-31 | MONTHLY;BYMONTHDAY=31
pay every 15th of the month  =>  task “pay” | 12-15 | MONTHLY;BYMONTHDAY=15
rent on the last day of every month  =>  task “rent” | 11-30 | MONTHLY;BYMONTHDAY=-1
book club on the last Thursday of each month  =>  task “book club” | 11-26 | MONTHLY;BYDAY=-1TH
anniversary every 14 Feb  =>  task “anniversary” | 02-14 | YEARLY;BYMONTH=2;BYMONTHDAY=14
mow every 2nd Saturday  =>  task “mow” | 11-28 | WEEKLY;INTERVAL=2;BYDAY=SA
oil change every 2nd year  =>  task “oil change” | 11-24 | YEARLY;INTERVAL=2
backup every fortnight  =>  task “backup” | 11-24 | WEEKLY;INTERVAL=2
taxes every quarter  =>  task “taxes” | 11-24 | MONTHLY;INTERVAL=3
change filter every 6 months starting 1 March  =>  task “change filter” | 03-01 | MONTHLY;INTERVAL=6
write report by the end of the month  =>  task “write report” | due 11-30
write report by end of next month  =>  task “write report” | due 12-31
close books by the end of the year  =>  task “close books” | due 12-31
hand in essay by EOD  =>  task “hand in essay” | due 11-24
tidy desk at the end of the week  =>  task “tidy desk” | 11-27
end of day: send status  =>  task “send status” | 11-24
by the end of the week: invoices  =>  task “invoices” | due 11-27
a week on Friday call  =>  task “call” | 12-04
see you a week tomorrow  =>  task “see you” | 12-02
call on Monday week  =>  task “call” | 12-07
flight 12.12. 6:05  =>  event “flight” | 12-12 | 6:05-7:05
later today stretch  =>  task “stretch” | 11-24
meeting starting 10:00 tomorrow  =>  event “meeting” | 11-25 | 10:00-11:00
first thing tomorrow send invoice  =>  task “send invoice” | 11-25 | 8:00-8:30
call the bank first thing  =>  task “call the bank” | 11-25 | 8:00-8:30
meeting noon-1pm  =>  event “meeting” | 11-24 | 12:00-13:00
review PR 10-noon  =>  task “review PR” | 11-25 | 10:00-12:00
party sat 8pm to midnight  =>  event “party” | 11-28 | 20:00-24:00
midnight-2am watch the stars  =>  task “watch the stars” | 11-25 | 0:00-2:00
gym mon/wed/fri 6.30am for 45m  =>  task “gym” | 11-25 | 6:30-7:15 | 45 min | WEEKLY;BYDAY=MO,WE,FR
swim 400m  =>  task “swim 400m”
draft slides !high due thu 2h  =>  task “draft slides” | 120 min | due 11-26 | high
Email to finance re: Q4 (due 5 Dec)  =>  task “Email to finance re: Q4” | due 12-05
1:1 with Omar thu 3pm  =>  event “1:1 with Omar” | 11-26 | 15:00-16:00
13:00 team sync  =>  event “team sync” | 11-24 | 13:00-14:00
tomorrow's slides  =>  task “tomorrow's slides”
last Friday's minutes  =>  task “last Friday's minutes”
write minutes due last Friday  =>  task “write minutes due last Friday”
call at 9 or 10  =>  task “call at 9 or 10”
call Fri or Sat  =>  task “call Fri or Sat”
two days before Christmas wrap gifts  =>  task “two days before Christmas wrap gifts”
call Lea an hour before lunch  =>  task “call Lea an hour before lunch”
every 45th pay  =>  task “every 45th pay”
every 31 Feb pay  =>  task “every 31 Feb pay” | remark
visit the dentist at 3 on Tuesday  =>  event “visit the dentist” | 12-01 | 15:00-16:00
tomorrow morning at 6 run  =>  task “run” | 11-25 | 6:00-6:30
from 9 to 5 tomorrow training  =>  task “training” | 11-25 | 9:00-17:00
between 2 and 4pm Friday delivery  =>  task “delivery” | 11-27 | 14:00-16:00
between 10:00 and noon plumber  =>  task “plumber” | 11-25 | 10:00-12:00
run every morning  =>  task “run” | 11-25 | 8:00-8:30 | DAILY
run every morning at 6  =>  task “run” | 11-25 | 6:00-6:30 | DAILY
every night at 10 lock up  =>  task “lock up” | 11-24 | 22:00-22:30 | DAILY
every weekend clean the car  =>  task “clean the car” | 11-28 | WEEKLY;BYDAY=SA
swim twice a week  =>  task “swim twice” | 11-24 | WEEKLY
book flights to Rome for 12 May  =>  task “book flights to Rome” | 05-12
prepare talk for 3 June conference  =>  task “prepare talk for conference” | 06-03
order 2 pizzas for 7pm tonight  =>  task “order 2 pizzas” | 11-24 | 19:00-19:30
around 3pm call Max  =>  event “call Max” | 11-24 | 15:00-15:30
~30 min walk  =>  task “walk” | 30 min
30-45 min walk  =>  task “walk” | 45 min
the Monday meeting notes  =>  task “the Monday meeting notes”
Saturday 28th market  =>  task “market” | 11-28
on the 15th pay the bill  =>  task “pay the bill” | 12-15
by the 15th pay the bill  =>  task “pay the bill” | due 12-15
visit on the 15th at 10:00  =>  task “visit” | 12-15 | 10:00-10:30
wait for approval by 3rd parties  =>  task “wait for approval by 3rd parties”
invoice due 15th  =>  task “invoice” | due 12-15
draft (2h) slides (due fri)  =>  task “draft slides” | 120 min | due 11-27
(call Jo tomorrow)  =>  task “(call Jo)” | 11-25
write the end of day report  =>  task “write the end of day report”
read every 2nd page  =>  task “read every 2nd page”
every 3rd person gets a badge  =>  task “every 3rd person gets a badge”
ladder for 5m wall  =>  task “ladder for 5m wall”
in a week on Tuesday call Jo  =>  task “call Jo” | 12-01
from Monday to Friday 9 to 5 course  =>  task “from Monday to Friday 9 to 5 course”
every day except Sunday  =>  task “every day except Sunday”
every weekday except Friday call  =>  task “every weekday except Friday call”
cc @Ines on the mail  =>  task “cc Ines on the mail” | @Ines
bake 30 to noon  =>  task “bake 30 to” | 11-24 | 12:00-12:30
on the 3rd floor fix the lamp  =>  task “on the 3rd floor fix the lamp”
start of next month pay  =>  task “pay” | 12-01
remind me at 5pm call Jo  =>  task “call Jo” | 11-24 | rings 11-24T17:00
remind me 1 day before: passport expires 3 March  =>  task “passport expires” | 03-03 | rings -1440
therapy every Monday until Christmas  =>  task “therapy” | 11-30 | WEEKLY;BYDAY=MO;UNTIL=20261225
wrap gifts by Christmas  =>  task “wrap gifts” | due 12-25
wrap the Christmas gifts  =>  task “wrap the Christmas gifts”
brunch on Boxing Day at 11  =>  event “brunch” | 12-26 | 11:00-12:00
party on New Year's Eve 20:00  =>  event “party” | 12-31 | 20:00-21:00
tax return before Easter  =>  task “tax return” | due 03-28
on Easter Monday egg hunt at 10  =>  task “egg hunt” | 03-29 | 10:00-10:30
the Easter Monday lunch  =>  task “the Easter Monday lunch”
plan the new year party  =>  task “plan the new year party”
buy stamps for Christmas cards  =>  task “buy stamps for Christmas cards”
two days before Friday call Jo  =>  task “call Jo” | 11-25
reply to the email from Tuesday  =>  task “reply to the email from Tuesday”
holiday from Tuesday to Friday  =>  event “holiday” | 11-24..26-11-27
gym every second Tuesday  =>  task “gym” | 11-24 | WEEKLY;INTERVAL=2;BYDAY=TU
gym every second Tuesday of the month 18:00  =>  task “gym” | 12-08 | 18:00-18:30 | MONTHLY;BYDAY=2TU
committee every third Thursday  =>  task “committee” | 12-17 | MONTHLY;BYDAY=3TH
water plants every second day  =>  task “water plants” | 11-24 | DAILY;INTERVAL=2
pay rent every third month  =>  task “pay rent” | 11-24 | MONTHLY;INTERVAL=3
every second person gets one  =>  task “every second person gets one”
haircut in a month  =>  task “haircut” | 12-24
pay in three months' time  =>  task “pay” | 02-24
in two weeks' time review the lease  =>  task “review the lease” | 12-08
dinner at 8 with Noor  =>  event “dinner with Noor” | 11-24 | 20:00-21:00
breakfast with Kay at 6  =>  event “breakfast with Kay” | 11-25 | 6:00-7:00
send 3 invoices tomorrow before noon  =>  task “send 3 invoices” | 11-25 | due 11-25T12:00
Friday due 10:00 hand in  =>  task “hand in” | 11-27 | due 11-27T10:00
hand in report by end of Thursday  =>  task “hand in report” | due 11-26
paper due end of tomorrow  =>  task “paper” | due 11-25
deadline 4 Dec 17:00 send the application  =>  task “send the application” | due 12-04T17:00
deadline: 5 Dec grant text  =>  task “grant text” | due 12-05
week of 7 December site visit  =>  task “site visit” | 12-07
in the week of 14 Dec plan holidays  =>  task “plan holidays” | 12-14
meeting 3-4 Thursday  =>  event “meeting” | 11-26 | 15:00-16:00
bring 3-4 chairs Thursday  =>  task “bring 3-4 chairs” | 11-26
meet Ines Tue/Wed  =>  task “meet Ines Tue/Wed”
stretch for five minutes  =>  task “stretch” | 5 min
write to @Ines about the lease  =>  task “write to Ines about the lease” | @Ines
tell @Ines, @Bo and Tom about it  =>  task “tell Ines, Bo and Tom about it” | @Ines@Bo
call Jo on the Friday  =>  task “call Jo” | 11-27
on the 3rd of December call Jo  =>  task “call Jo” | 12-03
`;

const named = (names: Record<string, string>) => (name: string) => {
  const title = names[name.toLowerCase()];
  return title ? { id: title.toLowerCase(), title } : undefined;
};
/** Tuesday 24 November 2026 at 11:07; the working hours of every day but a weekend's are 8:00 to 17:30. */
export const captureContext: CaptureContext = {
  now: "2026-11-24T11:07",
  style: { locale: "en-GB", hour12: false },
  priorities: defaultSettings.priorities,
  theme: named({ reporting: "Reporting" }),
  person: named({ ines: "Ines", "bo larsen": "Bo Larsen", odile: "Odile" }),
  workingHours: (day) => (/-(28|29)$/.test(day) ? undefined : { startMinute: 480, endMinute: 1050 }),
};

/** Typed lines with what they are to mean: "line  =>  kind “title” | what was understood", part by part. */
export const captureLines: readonly {
  readonly title: string;
  readonly rows: readonly (readonly [string, string])[];
}[] = lines
  .trim()
  .split(/^# /m)
  .slice(1)
  .map((part) => {
    const [title, ...rest] = part.trim().split("\n");
    return { title: title!, rows: rest.map((row) => row.split("  =>  ") as [string, string]) };
  });
