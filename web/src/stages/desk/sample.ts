/** A small list as a program’s help page might have it, to read in for practice. The program is made up. */
export const SAMPLE_LIST = `Command\tWindows\tmacOS\tWhere it works\tMenu path
New plan\tCtrl+N\t⌘N\tEverywhere\tPlan › New plan
Open plan\tCtrl+O\t⌘O\tEverywhere\tPlan › Open plan
Save plan\tCtrl+S\t⌘S\tEverywhere\tPlan › Save plan
Print plan\tCtrl+P\t⌘P\tEverywhere\tPlan › Print plan
Undo\tCtrl+Z\t⌘Z\tEverywhere\tEdit › Undo
Redo\tCtrl+Y\t⇧⌘Z\tEverywhere\tEdit › Redo
Find plant\tCtrl+F\t⌘F\tEverywhere\tEdit › Find plant
Set tree\tT\tT\tBed view\tPlanting › Set tree
Set shrub\tH\tH\tBed view\tPlanting › Set shrub
Sow row\tR\tR\tBed view\tPlanting › Sow row
Fill bed\tShift+R\tShift+R\tBed view\tPlanting › Fill bed
Lift plant\tU\tU\tBed view\tPlanting › Lift plant
Turn bed\tAlt+R\t⌥R\tBed view\tBed › Turn bed
Draw edging\tE\tE\tBed view\tBed › Draw edging
Draw path\tP then A\tP then A\tBed view\tBed › Draw path
Draw pond\tP then O\tP then O\tBed view\tBed › Draw pond
Show shade\tF6\tF6\tBed view\tView › Show shade
Show roots\tShift+F6\tShift+F6\tBed view\tView › Show roots
Whole garden\tHome\tHome\tBed view\tView › Whole garden
Next season\tPage Down\tPage Down\tBed view\tView › Next season
Season before\tPage Up\tPage Up\tBed view\tView › Season before
Next crop\tDown\tDown\tCrop table\tTable › Next crop
Mark as sown\tSpace\tSpace\tCrop table\tTable › Mark as sown
Weigh harvest\t\t\tCrop table\tTable › Weigh harvest
`;
