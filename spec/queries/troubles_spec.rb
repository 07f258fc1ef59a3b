# frozen_string_literal: true

RSpec.describe JustSeal::Queries::Troubles do
  include Pages

  def counts(at = office.now) = described_class.new(at: at).counts

  it "counts what hangs for ten minutes, and nothing earlier" do
    office.mail = Class.new { def deliver(**) = raise(JustSeal::Errors::Unavailable, "down") }.new
    draft = ready_draft
    before = counts(office.now + 601)
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
    later = counts(office.now + 601)
    expect(later[:mails].to_i - before[:mails].to_i).to eq(1)
    expect(later[:jobs].to_i - before[:jobs].to_i).to be >= 1
    expect(described_class.new(at: office.now).mails(docket)).to eq([])
    expect(described_class.new(at: office.now + 601).mails(docket).map(&:to_address)).to eq([party(docket, "A").email])
  end

  it "counts dockets that are complete, and have not been sealed" do
    docket = sent_docket
    before = counts(office.now + 601)[:unsealed].to_i
    JustSeal::Store::Party.where(docket_id: docket.id).update(
      state: "done",
      acted_at: office.now,
      level_reached: 1,
      consent_version: 1,
      consented_at: office.now
    )
    expect(counts(office.now + 601)[:unsealed]).to eq(before + 1)
  end

  it "notices a clock that went back with the next entry" do
    docket = sent_docket
    before = counts[:clock].to_i
    clock.offset = -3600
    JustSeal::Operations::WithdrawDocket.call(staff(:maren), number: docket.number, reason: "Not needed.")
    expect(counts[:clock]).to eq(before + 1)
    expect(JustSeal::Store.db[:clock_jumps].where(docket: docket.number).count).to eq(1)
  end

  it "stands on the Desk of administrators, and late mails on the page of their docket" do
    office.mail = Class.new { def deliver(**) = raise(JustSeal::Errors::Unavailable, "down") }.new
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: ready_draft.number)
    clock.offset = 700
    sign_in("maren")
    open_page("/")
    expect(text).to include(t("desk.show.hangs"))
    open_page("/dockets/#{docket.number}")
    expect(text).to include(t("dockets.show.late_mails"), party(docket, "A").email)
    sign_in("joss")
    open_page("/")
    expect(text).not_to include(t("desk.show.hangs"))
  end
end
