# frozen_string_literal: true

RSpec.describe "The pages of webhooks" do
  include Pages

  after { JustSeal::Store::Webhook.where(ended_at: nil).update(ended_at: Time.now) }

  it "show a secret once, what was told, and tell again" do
    sign_in :maren
    open_page("/rules/webhooks")
    given = { name: "Ship list", url: "http://127.0.0.1:1/hook", "kinds[]": "record.captured" }
    send_form("/rules/webhooks", **given)
    secret = page.at("[data-test=secret]").text
    expect(secret).to start_with("whsec_")
    row = JustSeal::Store::Webhook.order(:id).last
    record = capture
    work_jobs
    path = "/rules/webhooks/#{row.id}"
    open_page(path)
    expect(text).to include(record.number, I18n.t("webhooks.call_states.waiting"))
    expect(text).not_to include(secret)
    send_form("#{path}/secret")
    expect(page.at("[data-test=secret]").text).not_to eq(secret)
    call = JustSeal::Store::WebhookCall.first(webhook_id: row.id)
    call.update(state: "failed")
    open_page(path)
    send_form("#{path}/calls/#{call.id}/again")
    expect(call.refresh.state).to eq("waiting")
    sign_in :joss
    expect(open_page(path)).to eq(404)
    sign_in :maren
    open_page(path)
    send_form("#{path}/end")
    expect(row.refresh.ended_at).to be_truthy
  end

  it "say what is wrong, keep what was typed, and are there for those who send" do
    sign_in :maren
    open_page("/rules/webhooks")
    send_form("/rules/webhooks", name: "", url: "nothing", "kinds[]": "no.such")
    expect(last_response.status).to eq(422)
    expect(text).to include(I18n.t("errors.name_of_webhook"), I18n.t("errors.kinds_of_webhook"))
    expect(page.at("#f-url")["value"]).to eq("nothing")
    sign_in :rosalind
    expect(open_page("/rules/webhooks")).to eq(403)
  end
end
